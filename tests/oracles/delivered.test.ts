import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { HtmlValidate } from 'html-validate';
import jsonld from 'jsonld';
import sharp from 'sharp';
import { type DeliveryPlan, usualDeliveryPlan, usualMark } from '@/core/deliver/deliveryPlan';
import { figureHtml, figurePage, imageObject } from '@/core/deliver/figure';
import { readPhotoFile } from '@/server/files/readPhotoFile';
import { drawingOfText } from '@/server/rendering/mark';
import { withSourcePicture } from '@/server/rendering/picture';
import { renderCopies } from '@/server/rendering/render';

/** Rendered copies against libvips' own command line and ImageMagick; figures against JSON-LD and HTML by others. */
const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-delivered-'));
const at = (name: string) => path.join(folder, name);
afterAll(() => execFileSync('rm', ['-r', folder]));

/** Colours of every kind, in Display P3. */
async function inP3(): Promise<string> {
  const [width, height] = [240, 160];
  const pixels = Buffer.alloc(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      pixels.set(
        [(x * 255) / width, (y * 255) / height, (((x + y) % 128) * 255) / 128].map(Math.round),
        (y * width + x) * 3,
      );
  // As if these numbers were of Display P3: the profile is put on, not converted to.
  const bare = at('bare.png');
  await sharp(pixels, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(bare);
  const p3 = await sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } })
    .withIccProfile('p3')
    .png()
    .toBuffer();
  const { icc } = await sharp(p3).metadata();
  writeFileSync(at('p3.icc'), icc!);
  execFileSync('convert', [bare, '-profile', at('p3.icc'), at('p3.tif')]);
  return at('p3.tif');
}

async function rendered(file: string, wish: Partial<DeliveryPlan>, name: string) {
  const options = { ...usualDeliveryPlan, ...wish, mark: undefined, roomForRecords: 0 };
  const [made] = await withSourcePicture(file, await readPhotoFile(file), (picture) =>
    renderCopies(picture, options),
  );
  writeFileSync(at(name), made!.bytes);
  return at(name);
}

const labOf = async (file: string) => {
  const out = `${file}.lab.v`;
  execFileSync('vips', ['icc_import', file, out, '--embedded', '--intent', 'relative']);
  return out;
};

test('P3 to sRGB within ΔE 2 of libvips’ own conversion', async () => {
  const source = await inP3();
  const ours = await rendered(
    source,
    { format: 'png', sizes: [{ by: 'whole' }], profile: 'srgb' },
    'ours.png',
  );
  execFileSync('vips', [
    'icc_transform',
    source,
    at('theirs.png'),
    'srgb',
    '--embedded',
    '--intent',
    'relative',
  ]);
  execFileSync('vips', ['dE00', await labOf(ours), await labOf(at('theirs.png')), at('de.v')]);
  expect(Number(execFileSync('vips', ['avg', at('de.v')], { encoding: 'utf8' }))).toBeLessThan(0.5);
  expect(Number(execFileSync('vips', ['max', at('de.v')], { encoding: 'utf8' }))).toBeLessThan(2);
});

test('a profile that is kept leaves every number as it is', async () => {
  const source = await inP3();
  const ours = await rendered(
    source,
    { format: 'png', sizes: [{ by: 'whole' }], profile: 'keep' },
    'kept.png',
  );
  execFileSync('vips', ['subtract', source, ours, at('difference.v')]);
  execFileSync('vips', ['abs', at('difference.v'), at('distance.v')]);
  expect(Number(execFileSync('vips', ['max', at('distance.v')], { encoding: 'utf8' }))).toBeLessThanOrEqual(
    1,
  );
});

const identified = (file: string, what: string) =>
  execFileSync('identify', ['-format', what, file], { encoding: 'utf8' });

test.each<[string, Partial<DeliveryPlan>, string, string]>([
  ['a.jpg', { format: 'jpeg', quality: 77 }, '%m %w %h %z', 'JPEG 120 80 8'],
  ['a.png', { format: 'png', bits: 16 }, '%m %w %h %z', 'PNG 120 80 16'],
  ['a.tif', { format: 'tiff', bits: 16 }, '%m %w %h %z', 'TIFF 120 80 16'],
  ['a.webp', { format: 'webp' }, '%m %w %h %z', 'WEBP 120 80 8'],
])('ImageMagick finds %s as it was asked for', async (name, wish, what, says) => {
  const file = await rendered(await inP3(), { ...wish, sizes: [{ by: 'percent', amount: 50 }] }, name);
  expect(identified(file, what)).toBe(says);
  if (wish.quality) expect(Number(identified(file, '%Q'))).toBe(wish.quality);
});

test('pictures that lie on their side are upright in the copy, with nothing left to turn', async () => {
  const lying = at('lying.jpg');
  await sharp({ create: { width: 90, height: 60, channels: 3, background: '#456' } })
    .composite([
      { input: { create: { width: 30, height: 60, channels: 3, background: '#e33' } }, left: 0, top: 0 },
    ])
    .jpeg()
    .withMetadata({ orientation: 6 })
    .toFile(lying);
  const file = await rendered(lying, { sizes: [{ by: 'whole' }] }, 'upright.jpg');
  expect(identified(file, '%w %h %[orientation]')).toMatch(/^60 90 (Undefined|TopLeft|1)$/);
  // Turned by a quarter to the right, the left edge is at the top (Exif 3.0, 4.6.4, Orientation 6).
  const top = await sharp(file).extract({ left: 5, top: 5, width: 50, height: 15 }).raw().toBuffer();
  expect(Math.min(...top.filter((_, n) => n % 3 === 0))).toBeGreaterThan(200);
});

test('outside of its mark a copy is the same, octet for octet', async () => {
  const source = await inP3();
  const read = await readPhotoFile(source);
  const wish = { ...usualDeliveryPlan, format: 'png', sizes: [{ by: 'whole' }], roomForRecords: 0 } as const;
  const mark = { drawing: drawingOfText('© Aune Pell', 'serif'), look: { ...usualMark, size: 10 } };
  const made = async (drawn: typeof mark | undefined) =>
    (await withSourcePicture(source, read, (picture) => renderCopies(picture, { ...wish, mark: drawn })))[0];
  const [plain, marked] = [await made(undefined), await made(mark)];
  const raw = (bytes: Buffer) => sharp(bytes).removeAlpha().raw().toBuffer();
  const [a, b] = await Promise.all([raw(plain!.bytes), raw(marked!.bytes)]);
  const changed = [...a!.keys()].filter((n) => a![n] !== b![n]).map((n) => Math.floor(n / 3 / 240));
  expect(changed.length).toBeGreaterThan(200);
  expect(Math.min(...changed)).toBeGreaterThan(120);
});

const values = {
  creator: ['Aune Pell', 'Ida Brandvik'],
  copyrightNotice: '© 2026 Aune Pell',
  description: 'A <b>caption</b> & "more" </script>',
  webStatement: 'https://tarnandtide.example/rights',
  altText: 'A ketch',
} as const;
const files = [
  { path: 'a b.jpg', width: 1200, height: 800 },
  { path: 'a b-600.jpg', width: 600, height: 400 },
];

// JSON-LD 1.1 (W3C), expanded by jsonld.js; the context is given by hand, as nothing is fetched here.
test('what programs read of a figure is JSON-LD of schema.org', async () => {
  const told = { ...imageObject(values, files), '@context': { '@vocab': 'https://schema.org/' } };
  const [expanded] = (await jsonld.expand(told as never)) as Record<string, { '@value'?: string }[]>[];
  const of = (name: string) => expanded![`https://schema.org/${name}`]!;
  expect(expanded!['@type']).toEqual(['https://schema.org/ImageObject']);
  expect(of('copyrightNotice')[0]!['@value']).toBe('© 2026 Aune Pell');
  expect(of('license')[0]!['@value']).toBe('https://tarnandtide.example/rights');
  expect(of('creator')).toHaveLength(2);
  expect(of('description')[0]!['@value']).toBe(values.description);
});

test('a page of figures is valid HTML', async () => {
  const page = figurePage('Relaunch & launch', [
    figureHtml(values, files),
    figureHtml({}, files.slice(0, 1)),
  ]);
  const report = await new HtmlValidate({ extends: ['html-validate:standard'] }).validateString(page);
  expect(
    report.results.flatMap((one) => one.messages.map(({ ruleId, message }) => `${ruleId}: ${message}`)),
  ).toEqual([]);
});
