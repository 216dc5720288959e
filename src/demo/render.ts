import sharp, { type Exif } from 'sharp';
import type { DemoPicture } from './pictures';
import { seeded } from './random';
import { lights } from './scenes/parts';
import { scenes } from './scenes/scenes';

const GRAIN_SIDE = 512;
/** Drawn at half size and enlarged, soft as a lens; the grain has full size. */
const DRAWN_SMALLER = 2;

/** A camera's JPEG of one scene: drawn, grained, with the Exif of an invented camera. */
export async function renderPicture(picture: DemoPicture, seed: number): Promise<Buffer> {
  const random = seeded(seed);
  const light = lights[picture.light];
  const drawing = scenes[picture.scene](light, random);
  const vignette = `<defs><radialGradient id="edge" cx="0.5" cy="0.45" r="0.75"><stop offset="0.55" stop-color="#000" stop-opacity="0"/><stop offset="1" stop-color="#000" stop-opacity="${light.shade}"/></radialGradient></defs><rect width="1200" height="800" fill="url(#edge)"/>`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${picture.width / DRAWN_SMALLER}" height="${picture.height / DRAWN_SMALLER}" viewBox="0 0 1200 800" preserveAspectRatio="xMidYMid slice">${drawing}${vignette}</svg>`;
  const upright = sharp(Buffer.from(svg), { limitInputPixels: 40_000_000 })
    .flatten({ background: '#888' })
    .resize(picture.width, picture.height, { fit: 'fill', kernel: 'cubic' })
    .composite([{ input: grain(seed), raw: { width: GRAIN_SIDE, height: GRAIN_SIDE, channels: 4 }, tile: true, blend: 'over' }]);
  return upright
    .jpeg({ quality: 91, chromaSubsampling: '4:2:0' })
    .withExif(cameraExif(picture))
    .withMetadata(picture.orientation ? { orientation: picture.orientation } : {})
    .toBuffer();
}

/** Film-like grain as transparent grey specks; seeded, so that the picture comes out the same. */
function grain(seed: number): Buffer {
  const random = seeded(seed ^ 0x5eed);
  const pixels = Buffer.alloc(GRAIN_SIDE * GRAIN_SIDE * 4);
  for (let at = 0; at < pixels.length; at += 4) {
    const strength = random(-1, 1) + random(-1, 1);
    pixels.fill(strength > 0 ? 255 : 0, at, at + 3);
    pixels[at + 3] = Math.round(Math.abs(strength) * 11);
  }
  return pixels;
}

function cameraExif(picture: DemoPicture): Exif {
  const [time, aperture, iso, focalLength] = picture.exposure;
  const stamp = picture.taken.replaceAll('-', ':').replace('T', ' ');
  return {
    IFD0: {
      Make: 'Tindra', Model: 'Tindra K2', Software: 'K2 1.04', DateTime: stamp,
      ...(picture.cameraDescription ? { ImageDescription: picture.cameraDescription } : {}),
    },
    IFD2: {
      DateTimeOriginal: stamp, DateTimeDigitized: stamp, OffsetTimeOriginal: '+02:00', ExposureTime: time,
      FNumber: `${Math.round(Number(aperture) * 10)}/10`, ISOSpeedRatings: String(iso), FocalLength: `${focalLength}/1`, LensModel: 'K 28-135mm',
    },
  };
}
