import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { movieSamples } from '../../../tests/fixtures/movies';
import { readPhotoFile } from '../files/readPhotoFile';
import { syncReading } from '../files/syncReading';
import { preview } from './preview';

let folder = '';
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'fabrica-'));
  Object.assign(process.env, { FABRICA_DATA: folder, FABRICA_DATABASE_URL: 'postgres://none.test/none' });
});
afterAll(() => rmSync(folder, { recursive: true }));

const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: { r: 200, g: 60, b: 40 } } }).jpeg({
    quality: 100,
    chromaSubsampling: '4:4:4',
  });

async function previewOf(picture: Sharp, name: string) {
  const file = path.join(folder, name);
  writeFileSync(file, await picture.toBuffer());
  const made = sharp(await preview(file, 480));
  const { data } = await made.clone().raw().toBuffer({ resolveWithObject: true });
  return { ...(await made.metadata()), pixel: [...data.subarray(0, 3)] };
}

// Exif 2.32, 4.6.4, Orientation: 6 is shown turned by 90 degrees.
test('a picture stored lying is shown upright, and never enlarged', async () => {
  expect(await previewOf(plain(60, 20).withMetadata({ orientation: 6 }), 'lying.jpg')).toMatchObject({
    width: 20,
    height: 60,
    format: 'webp',
  });
  expect(await previewOf(plain(960, 480), 'large.jpg')).toMatchObject({ width: 480, height: 240 });
});

test('a picture with a profile of its own is shown in its colours', async () => {
  const { pixel } = await previewOf(plain(40, 40).withIccProfile('p3'), 'p3.jpg');
  for (const [channel, wanted] of [200, 60, 40].entries())
    expect(Math.abs(pixel[channel]! - wanted)).toBeLessThan(9);
});

/** A picture that a program makes of a PNG beside it. */
function converted(program: string, name: string, ...more: string[]): string {
  const file = path.join(folder, name);
  execFileSync(program, [path.join(folder, 'from.png'), ...more, file], { stdio: 'ignore' });
  return file;
}

test('HEIC is decoded, in its colours and without an alpha channel of its own', async () => {
  const from = await plain(64, 48).withIccProfile('p3').toBuffer();
  writeFileSync(path.join(folder, 'from.png'), await sharp(from).keepIccProfile().png().toBuffer());
  const made = sharp(await preview(converted('heif-enc', 'p3.heic', '-L', '-o'), 480));
  const { data } = await made.clone().raw().toBuffer({ resolveWithObject: true });
  for (const [channel, wanted] of [200, 60, 40].entries())
    expect(Math.abs(data[channel]! - wanted)).toBeLessThan(12);
  expect(await made.metadata()).toMatchObject({ width: 64, height: 48, hasAlpha: false });
});

// Photoshop file formats, image resource 1036: 28 octets, then a JPEG; from memory.
test('of a layered picture its flat one is shown; in colours that are not converted, its thumbnail', async () => {
  writeFileSync(
    path.join(folder, 'from.png'),
    await sharp(await plain(400, 200).toBuffer())
      .png()
      .toBuffer(),
  );
  const flatOne = await preview(converted('convert', 'flat.psd'), 480);
  expect(await sharp(flatOne).metadata()).toMatchObject({ width: 400, height: 200 });
  const file = converted('convert', 'layers.psd');
  const flat = readFileSync(file);
  // Multichannel.
  flat.writeUInt16BE(7, 24);
  const thumbnail = await plain(80, 40).toBuffer();
  const entry = Buffer.alloc(12 + 28);
  entry.write('8BIM\x04\x0c', 'latin1');
  entry.writeUInt32BE(28 + thumbnail.length, 8);
  const at = 26 + 4 + flat.readUInt32BE(26);
  const resources = Buffer.concat([entry, thumbnail, Buffer.alloc(thumbnail.length % 2)]);
  const length = Buffer.alloc(4);
  length.writeUInt32BE(resources.length);
  const rest = flat.subarray(at + 4 + flat.readUInt32BE(at));
  writeFileSync(file, Buffer.concat([flat.subarray(0, at), length, resources, rest]));
  expect(await sharp(await preview(file, 480)).metadata()).toMatchObject({ width: 80, height: 40 });
});

test('what is no picture is an error', async () => {
  const file = path.join(folder, 'none.jpg');
  writeFileSync(file, 'no picture');
  await expect(preview(file, 480)).rejects.toThrow();
});

test('pipes, folders and links are named, and nothing waits for them', async () => {
  const at = (name: string) => path.join(folder, name);
  execFileSync('mkfifo', [at('pipe.jpg')]);
  mkdirSync(at('folder.jpg'));
  writeFileSync(at('elsewhere.jpg'), await plain(9, 9).toBuffer());
  symlinkSync(at('elsewhere.jpg'), at('link.jpg'));
  for (const [name, code] of [
    ['pipe.jpg', 'not-a-file'],
    ['folder.jpg', 'not-a-file'],
    ['link.jpg', 'symbolic-link'],
  ] as const) {
    await expect(preview(at(name), 480)).rejects.toMatchObject({ code });
    await expect(readPhotoFile(at(name))).rejects.toMatchObject({ code });
    await expect(readPhotoFile(at(name), syncReading)).rejects.toMatchObject({ code });
  }
});

// A folder that is replaced by a link after its path was checked.
test('no folder on the way to a picture is a link', async () => {
  mkdirSync(path.join(folder, 'outside'));
  writeFileSync(path.join(folder, 'outside/a.jpg'), await plain(20, 9).toBuffer());
  symlinkSync(path.join(folder, 'outside'), path.join(folder, 'replaced'));
  await expect(preview(path.join(folder, 'replaced/a.jpg'), 480)).rejects.toMatchObject({
    code: 'symbolic-link',
  });
});

test('a text format behind a picture’s name is not carried out', async () => {
  const file = path.join(folder, 'drawn.jpg');
  writeFileSync(
    file,
    '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><rect width="60" height="40"/></svg>',
  );
  await expect(preview(file, 480)).rejects.toThrow(/unsupported/);
});

/** CIPA DC-007, 5.2: an index in APP2 of the picture and of a large thumbnail (class 2) behind it. */
function withThumbnail(picture: Buffer, thumbnail: Buffer): Buffer {
  const MP_HEADER = 10;
  const index = Buffer.alloc(58);
  index.write('II*\0', 0, 'latin1');
  index.writeUInt32LE(8, 4);
  index.writeUInt16LE(1, 8);
  index.writeUInt16LE(0xb002, 10);
  index.writeUInt16LE(7, 12);
  index.writeUInt32LE(32, 14);
  index.writeUInt32LE(26, 18);
  const head = Buffer.concat([
    Buffer.from([0xff, 0xe2, 0, 2 + 4 + index.length]),
    Buffer.from('MPF\0', 'latin1'),
  ]);
  const size = picture.length + head.length + index.length;
  index.writeUInt32LE(0x030000, 26);
  index.writeUInt32LE(size, 30);
  index.writeUInt32LE(0x010002, 42);
  index.writeUInt32LE(thumbnail.length, 46);
  index.writeUInt32LE(size - MP_HEADER, 50);
  return Buffer.concat([picture.subarray(0, 2), head, index, picture.subarray(2), thumbnail]);
}

test('the preview inside is shown where it is large enough and of the same shape, else the picture itself', async () => {
  const blue = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: { r: 20, g: 40, b: 200 } } })
      .jpeg()
      .toBuffer();
  const red = await plain(1800, 1200).toBuffer();
  const shown = async (name: string, thumbnail: Buffer, side: 480 | 1600) => {
    const file = path.join(folder, name);
    writeFileSync(file, withThumbnail(red, thumbnail));
    const { data } = await sharp(await preview(file, side))
      .raw()
      .toBuffer({ resolveWithObject: true });
    return data[0]! > 100 ? 'the picture' : 'the preview inside';
  };
  expect(await shown('inside.jpg', await blue(600, 400), 480)).toBe('the preview inside');
  expect(await shown('inside.jpg', await blue(600, 400), 1600)).toBe('the picture');
  expect(await shown('square.jpg', await blue(600, 600), 480)).toBe('the picture');
});

test('JPEG XL is decoded', async () => {
  writeFileSync(
    path.join(folder, 'from.png'),
    await sharp(await plain(64, 48).toBuffer())
      .png()
      .toBuffer(),
  );
  const made = sharp(await preview(converted('cjxl', 'a.jxl'), 480));
  const { data } = await made.clone().raw().toBuffer({ resolveWithObject: true });
  for (const [channel, wanted] of [200, 60, 40].entries())
    expect(Math.abs(data[channel]! - wanted)).toBeLessThan(12);
  expect(await made.metadata()).toMatchObject({ width: 64, height: 48 });
});

test('of a sequence of AVIF its primary picture is shown', async () => {
  const file = path.join(folder, 'sequence.avif');
  const movie = ['-f', 'lavfi', '-i', 'testsrc=d=0.2:s=96x64:r=10', '-pix_fmt', 'yuv420p'];
  execFileSync('ffmpeg', ['-v', 'error', ...movie, '-c:v', 'libaom-av1', '-cpu-used', '8', file]);
  expect(await sharp(await preview(file, 480)).metadata()).toMatchObject({ width: 96, height: 64 });
});

test('a format that is not decoded is shown by its name and size', async () => {
  const file = path.join(folder, 'a.mp4');
  writeFileSync(file, movieSamples()[0]!.bytes);
  const made = await sharp(await preview(file, 480)).metadata();
  expect([made.format, made.width, made.height]).toEqual(['webp', 480, 320]);
});
