import sharp, { type Exif } from 'sharp';
import { inOtherFormat } from './otherFormats';
import type { DemoPicture } from './pictures';
import { seeded } from './random';
import { rawPicture } from './rawPicture';
import { lights } from './scenes/parts';
import { scenes } from './scenes/scenes';

const GRAIN_SIDE = 512;
const GRAIN_STRENGTH = 7;
/** Drawn at half size and enlarged, soft as a lens; the grain has full size. */
const DRAWN_SMALLER = 2;

/** A drawn scene as pixels, lying as a camera stores it. */
async function drawn(picture: DemoPicture, seed: number) {
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
  return { data, width: info.width, height: info.height };
}

/**
 * A camera's JPEG of one scene: drawn, grained, with the Exif of an invented camera. A picture taken
 * upright is stored lying, as cameras do, with its Orientation. Other formats as the picture says.
 */
export async function renderPicture(picture: DemoPicture, seed: number): Promise<Buffer> {
  const { data, width, height } = await drawn(picture, seed);
  const pixels = sharp(data, { raw: { width, height, channels: 3 } }).withExif(cameraExif(picture));
  switch (picture.format) {
    case 'tiff':
      return pixels.tiff({ compression: 'lzw', predictor: 'horizontal' }).toBuffer();
    case 'png':
      return pixels.png({ compressionLevel: 6 }).toBuffer();
    case 'webp':
      return pixels.webp({ quality: 88 }).toBuffer();
    case undefined:
    case 'dng':
    case 'raw':
      return pixels
        .jpeg({ quality: 91, chromaSubsampling: '4:2:0' })
        .withMetadata(picture.orientation ? { orientation: picture.orientation } : {})
        .toBuffer();
    default:
      return Buffer.from(await inOtherFormat(picture.format, pixels));
  }
}

const MOSAIC_WIDTH = 1200;
const PREVIEW_WIDTH = 2160;

/** The same scene as a raw file: every second pixel red, green or blue, and a JPEG to look at. */
export async function renderRaw(picture: DemoPicture, seed: number): Promise<Uint8Array> {
  const { data, width, height } = await drawn(picture, seed);
  const from = () => sharp(data, { raw: { width, height, channels: 3 } });
  const preview = await from()
    .resize(PREVIEW_WIDTH)
    .jpeg({ quality: 88 })
    .toBuffer({ resolveWithObject: true });
  const small = await from().resize(MOSAIC_WIDTH).raw().toBuffer({ resolveWithObject: true });
  return rawPicture({
    jpeg: new Uint8Array(preview.data),
    jpegSize: { width: preview.info.width, height: preview.info.height },
    mosaic: { width: small.info.width, height: small.info.height, samples: mosaicOf(small.data, small.info) },
    make: 'Tindra',
    model: 'Tindra K2',
    taken: picture.taken.replaceAll('-', ':').replace('T', ' '),
    dng: picture.format === 'dng',
  });
}

/** 16-bit samples behind a filter of red, green, green and blue. */
function mosaicOf(rgb: Buffer, { width, height }: { width: number; height: number }): Uint8Array {
  const samples = new Uint8Array(width * height * 2);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const channel = (y % 2) + (x % 2);
      samples[(y * width + x) * 2 + 1] = rgb[(y * width + x) * 3 + channel]!;
    }
  }
  return samples;
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
