import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp, { type Sharp } from 'sharp';
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

test('what is no picture is an error', async () => {
  const file = path.join(folder, 'none.jpg');
  writeFileSync(file, 'no picture');
  await expect(preview(file, 480)).rejects.toThrow();
});
