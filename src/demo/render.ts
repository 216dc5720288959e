import sharp, { type Exif } from 'sharp';
import type { DemoPicture } from './pictures';
import { seeded } from './random';
import { lights } from './scenes/parts';
import { scenes } from './scenes/scenes';

const GRAIN_SIDE = 512;
const GRAIN_STRENGTH = 7;
/** Drawn at half size and enlarged, soft as a lens; the grain has full size. */
const DRAWN_SMALLER = 2;

/**
 * A camera's JPEG of one scene: drawn, grained, with the Exif of an invented camera. A picture taken
 * upright is stored lying, as cameras do, with its Orientation.
 */
export async function renderPicture(picture: DemoPicture, seed: number): Promise<Buffer> {
  const random = seeded(seed);
  const light = lights[picture.light];
  const drawing = scenes[picture.scene](light, random);
  const vignette = `<defs><radialGradient id="edge" cx="0.5" cy="0.45" r="0.75"><stop offset="0.55" stop-color="#000" stop-opacity="0"/><stop offset="1" stop-color="#000" stop-opacity="${light.shade}"/></radialGradient></defs><rect width="1200" height="800" fill="url(#edge)"/>`;
  const turned = picture.orientation !== undefined;
  const [width, height] = turned ? [picture.height, picture.width] : [picture.width, picture.height];
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width / DRAWN_SMALLER}" height="${height / DRAWN_SMALLER}" viewBox="0 0 1200 800" preserveAspectRatio="xMidYMid slice">${drawing}${vignette}</svg>`;
  const { data, info } = await sharp(Buffer.from(svg), { limitInputPixels: 40_000_000 })
    .flatten({ background: '#888' })
    .removeAlpha()
    .resize(width, height, { fit: 'fill', kernel: 'cubic' })
    .rotate(picture.orientation === 6 ? 270 : picture.orientation === 8 ? 90 : 0)
    .raw()
    .toBuffer({ resolveWithObject: true });
  addGrain(data, info.width, seed);
  return sharp(data, { raw: { width: info.width, height: info.height, channels: 3 } })
    .jpeg({ quality: 91, chromaSubsampling: '4:2:0' })
    .withExif(cameraExif(picture))
    .withMetadata(picture.orientation ? { orientation: picture.orientation } : {})
    .toBuffer();
}

/** Film-like grain, seeded, so that the picture comes out the same. `pixels` is RGB and is changed. */
function addGrain(pixels: Buffer, width: number, seed: number): void {
  const random = seeded(seed ^ 0x5eed);
  const grain = Int8Array.from({ length: GRAIN_SIDE * GRAIN_SIDE }, () =>
    Math.round((random(-1, 1) + random(-1, 1)) * GRAIN_STRENGTH),
  );
  const row = width * 3;
  for (let at = 0; at < pixels.length; at += 3) {
    const x = (at % row) / 3;
    const y = Math.floor(at / row);
    const change = grain[(y % GRAIN_SIDE) * GRAIN_SIDE + (x % GRAIN_SIDE)]!;
    for (let channel = at; channel < at + 3; channel++)
      pixels[channel] = Math.max(0, Math.min(255, pixels[channel]! + change));
  }
}

function cameraExif(picture: DemoPicture): Exif {
  const [time, aperture, iso, focalLength] = picture.exposure;
  const stamp = picture.taken.replaceAll('-', ':').replace('T', ' ');
  return {
    IFD0: {
      Make: 'Tindra',
      Model: 'Tindra K2',
      Software: 'K2 1.04',
      DateTime: stamp,
      ...(picture.cameraDescription ? { ImageDescription: picture.cameraDescription } : {}),
    },
    IFD2: {
      DateTimeOriginal: stamp,
      DateTimeDigitized: stamp,
      OffsetTimeOriginal: '+02:00',
      ExposureTime: time,
      FNumber: `${Math.round(Number(aperture) * 10)}/10`,
      ISOSpeedRatings: String(iso),
      FocalLength: `${focalLength}/1`,
      LensModel: 'K 28-135mm',
    },
  };
}
