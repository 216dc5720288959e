import sharp, { type Sharp } from 'sharp';
import { memorySource } from '@/core/bytes/source';
import { readPicture } from '@/core/readout/readPicture';

/*
 * How colours are stored, against what libvips was told to write and reads back. Its profile of Display P3 calls
 * itself otherwise: it is known by its colorants (ICC.1:2010, 9.2.44).
 */
const drawn = () => sharp({ create: { width: 40, height: 30, channels: 3, background: '#7a8b99' } });
const writers = {
  'picture.jpg': (one: Sharp) => one.jpeg(),
  'picture.png': (one: Sharp) => one.png(),
  'picture.tif': (one: Sharp) => one.tiff({ compression: 'none' }),
  'picture.webp': (one: Sharp) => one.webp(),
};
const colourOf = async (bytes: Uint8Array, name: string) =>
  (await readPicture(memorySource(bytes), name)).picture.colour;

describe.each(Object.entries(writers))('%s', (name, written) => {
  test.each([
    ['srgb', 'sRGB'],
    ['p3', 'Display P3'],
  ])('with the profile %s', async (profile, expected) => {
    const bytes = await written(drawn().withIccProfile(profile)).toBuffer();
    expect((await sharp(bytes).metadata()).hasProfile).toBe(true);
    expect(await colourOf(bytes, name)).toEqual({ profile: expected, bits: 8 });
  });

  test('without a profile', async () => {
    const bytes = await written(drawn()).toBuffer();
    expect((await sharp(bytes).metadata()).hasProfile).toBe(false);
    expect(await colourOf(bytes, name)).toEqual({ bits: 8 });
  });
});

test.each(['picture.png', 'picture.tif'] as const)('sixteen bits of %s', async (name) => {
  const bytes = await writers[name](drawn().toColourspace('rgb16')).toBuffer();
  expect((await sharp(bytes).metadata()).depth).toBe('ushort');
  expect(await colourOf(bytes, name)).toMatchObject({ bits: 16 });
});

test('a profile that is cut or lies about its tags has no name, and stops nothing', async () => {
  const bytes = await drawn().withIccProfile('p3').jpeg().toBuffer();
  const at = bytes.indexOf('ICC_PROFILE');
  const broken = Buffer.from(bytes);
  broken.writeUInt32BE(0xffffffff, at + 14 + 128 + 4 + 4);
  for (let tag = 0; tag < 8; tag++) broken.writeUInt32BE(0xfffffff0, at + 14 + 132 + tag * 12 + 4);
  expect(await colourOf(broken, 'picture.jpg')).toMatchObject({ profile: '' });
});

test('where no profile is embedded, ColorSpace of Exif speaks (Exif 2.32, tag A001)', async () => {
  const bytes = await drawn()
    .withExif({ IFD2: { ColorSpace: '1' } })
    .jpeg()
    .toBuffer();
  expect(await colourOf(bytes, 'picture.jpg')).toEqual({ profile: 'sRGB', bits: 8 });
});
