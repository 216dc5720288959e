import { execFileSync } from 'node:child_process';
import {
  appendFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  readlinkSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import Ajv from 'ajv';
import { eq } from 'drizzle-orm';
import sharp, { type Sharp } from 'sharp';
import { concat } from '@/core/bytes/bytes';
import { memorySource } from '@/core/bytes/source';
import { openContainer } from '@/core/containers/registry';
import { composeExif } from '@/core/containers/tiff/blocks';
import { type DeliveryPlan, usualDeliveryPlan, usualLicence, usualMark } from '@/core/deliver/deliveryPlan';
import { these } from '@/core/drafts/scope';
import { iccName } from '@/core/icc/iccName';
import { runItems, runs } from '@/server/db/schema/runs';
import { archiveOf } from '@/server/operations/deliveries/archive';
import { forgetArchives } from '@/server/operations/deliveries/forgetArchives';
import { listLicences } from '@/server/operations/deliveries/licences';
import { previewCopy } from '@/server/operations/deliveries/previewCopy';
import { reportOf } from '@/server/operations/deliveries/report';
import { keepSignature } from '@/server/operations/deliveries/signatures';
import { startDelivery } from '@/server/operations/deliveries/startDelivery';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { listPhotos } from '@/server/operations/photos/photos';
import { readRun } from '@/server/operations/runs/runs';
import { createTemplate } from '@/server/operations/templates/templates';
import { embedInMemory, type WantedValues } from '../fixtures/embed';
import { allSamples, rawSample } from '../fixtures/formats';
import { pixelsOf } from '../fixtures/pixels';
import {
  bringIn,
  carryOut,
  digest,
  openTestServer,
  receiptOf,
  root,
  type TestServer,
  valuesOf,
} from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.end());

/** Computer, body, lens and owner: what a copy may have to lose. */
const secrets = ['quay-desk-7', 'SN-4011-7733', 'LS-99-1205', 'Sverre Quayside'];

type Job = Awaited<ReturnType<typeof bringIn>>;
let deliveries = 0;

/** A picture with everything in it that a copy may have to lose. */
async function tellingJpeg(
  size = { width: 1200, height: 800 },
  values: WantedValues = {},
): Promise<Uint8Array> {
  const ramp = Buffer.alloc(size.width * size.height * 3);
  for (let at = 0; at < ramp.length; at++) ramp[at] = (Math.floor(at / 3) % size.width) / 5;
  const bare = new Uint8Array(
    await sharp(ramp, { raw: { ...size, channels: 3 } })
      .jpeg({ quality: 92 })
      .toBuffer(),
  );
  const text = (tag: number, said: string) => {
    const value = Buffer.from(`${said}\0`);
    return { tag, type: 2, count: value.length, value };
  };
  const exif = composeExif('big', {
    IFD0: [text(0x0110, 'Tindra K2'), text(0x013c, secrets[0]!), text(0x0131, 'Loft 3')],
    Exif: [
      text(0x9003, '2026:05:14 07:12:40'),
      text(0xa431, secrets[1]!),
      text(0xa435, secrets[2]!),
      text(0xa430, secrets[3]!),
    ],
    GPS: [],
  });
  const opened = await openContainer(memorySource(bare), 'a.jpg');
  const withExif = concat(
    opened
      .planEdits({ exif })
      .edits.map((one) => (one.kind === 'copy' ? bare.subarray(one.start, one.end) : one.bytes)),
  );
  const told = {
    gpsLatitude: '59.907531',
    gpsLongitude: '10.751224',
    description: 'The ketch “Marena” takes the water.',
    keywords: ['ketch', 'launch'],
    city: 'Kvalhavn',
    contactEmail: 'desk@tarnandtide.example',
    usageTerms: 'No use without written permission.',
    webStatement: 'https://tarnandtide.example/rights',
    ...values,
  };
  return (await embedInMemory(withExif, told)).file;
}

/** Delivers all pictures of a job into a folder of its own. */
async function deliver(job: Job, wish: Partial<DeliveryPlan>) {
  const out = path.join(server.folder, `out-${++deliveries}`);
  mkdirSync(out);
  const deliveryPlan = { ...usualDeliveryPlan, to: 'folder', path: out, ...wish } as const;
  const { runId } = await startDelivery(server.context, job.id, {
    deliveryPlan,
    photoIds: job.photos.map((one) => one.id),
  });
  await carryOut(server.context, runId);
  const receipt = await receiptOf(server.context, runId);
  const names = existsSync(out) ? readdirSync(out, { recursive: true }).map(String).sort() : [];
  return { out, runId, receipt, names, file: (name: string) => path.join(out, name) };
}

const originals = (job: Job) => readdirSync(job.working).map((name) => digest(path.join(job.working, name)));

/** Whether a text stands anywhere in a file: as UTF-8, Latin-1, or UTF-16 of either order. */
function holds(file: string, text: string): boolean {
  const bytes = readFileSync(file);
  const little = Buffer.from(text, 'utf16le');
  return [Buffer.from(text, 'utf8'), Buffer.from(text, 'latin1'), little, Buffer.from(little).swap16()].some(
    (one) => bytes.includes(one),
  );
}

test('copies are rendered as asked, say what is written and drafted, and the originals stay as they are', async () => {
  const job = await bringIn(server, {
    'a.jpg': await tellingJpeg(),
    'b.jpg': await tellingJpeg({ width: 300, height: 400 }),
  });
  await writeDrafts(server.context, job.id, these([job.photos[0]!.id]), {
    kind: 'set',
    field: 'headline',
    value: 'Launch day',
  });
  const before = originals(job);
  const { receipt, names, file } = await deliver(job, { sizes: [{ by: 'long', pixels: 600 }], perInch: 300 });
  expect(receipt.items.map((one) => one.state === 'done' || one.problems)).toEqual([true, true]);
  expect(names).toEqual(['a.jpg', 'b.jpg']);
  expect(await sharp(file('a.jpg')).metadata()).toMatchObject({ width: 600, height: 400, density: 300 });
  // Not enlarged, and told.
  expect(await sharp(file('b.jpg')).metadata()).toMatchObject({ width: 300, height: 400 });
  expect(receipt.items[1]!.problems).toContainEqual(expect.objectContaining({ code: 'smaller-than-asked' }));
  expect(await valuesOf(file('a.jpg'))).toMatchObject({
    headline: 'Launch day',
    description: 'The ketch “Marena” takes the water.\nAune Pell / Boat Trust',
    city: 'Kvalhavn',
    gpsLatitude: '59.907531',
    creator: ['Aune Pell'],
  });
  // libexiv2 reads the same.
  const told = execFileSync('exiv2', ['-pa', file('a.jpg')], { encoding: 'utf8' });
  expect(told).toMatch(/Iptc\.Application2\.Headline\s.*Launch day/);
  expect(told).toMatch(/Xmp\.photoshop\.Headline\s.*Launch day/);
  expect(told).toMatch(/Exif\.Image\.Model\s.*Tindra K2/);
  expect(told).toMatch(/Exif\.Photo\.PixelXDimension\s.*600/);
  expect(receipt.items[0]!.result!.readAgain!.compared).toBeGreaterThan(5);
  expect(originals(job)).toEqual(before);
});

test.each([
  ['jpeg', 'jpeg', 'uchar'],
  ['png', 'png', 'ushort'],
  ['tiff', 'tiff', 'ushort'],
  ['webp', 'webp', 'uchar'],
  ['avif', 'heif', 'uchar'],
] as const)('%s takes all records, in the profile asked for', async (format, id, depth) => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg() });
  const { receipt, names, file } = await deliver(job, {
    format,
    bits: 16,
    profile: 'p3',
    sizes: [{ by: 'whole' }],
  });
  expect(
    receipt.items.flatMap((one) => one.problems ?? []).filter((one) => one.severity === 'error'),
  ).toEqual([]);
  expect(receipt.counts).toMatchObject({ done: 1, failed: 0 });
  const made = await sharp(file(names[0]!)).metadata();
  expect(made).toMatchObject({ format: id, depth, width: 1200 });
  expect(iccName(made.icc!)).toMatch(/P3/);
  expect(await valuesOf(file(names[0]!))).toMatchObject({
    city: 'Kvalhavn',
    keywords: ['ketch', 'launch'],
    gpsLatitude: '59.907531',
    dateCreated: '2026-05-14T07:12:40',
  });
  expect(execFileSync('exiv2', ['-pa', file(names[0]!)], { encoding: 'utf8' })).toMatch(/Tindra K2/);
});

test('rights and contact alone, or chosen fields: nothing else is in the file, the notice always is', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg() });
  for (const format of ['jpeg', 'as-they-are'] as const) {
    const rights = await deliver(job, { format, metadata: 'rights' });
    const values = await valuesOf(rights.file('a.jpg'));
    expect(values).toMatchObject({ creator: ['Aune Pell'], contactEmail: 'desk@tarnandtide.example' });
    for (const field of ['city', 'keywords', 'description', 'gpsLatitude'] as const)
      expect(values[field]).toBeUndefined();
    for (const text of ['Kvalhavn', 'Tindra', 'SN-4011', 'takes the water'])
      expect([text, holds(rights.file('a.jpg'), text)]).toEqual([text, false]);
    const chosen = await deliver(job, { format, metadata: 'fields', fields: ['city'] });
    expect(
      Object.keys(await valuesOf(chosen.file('a.jpg')))
        .filter((id) => id !== 'rightsStatus')
        .sort(),
    ).toEqual(['city', 'copyrightNotice']);
    const without = await deliver(job, { format, metadata: 'fields', fields: ['city'], withoutNotice: true });
    expect((await valuesOf(without.file('a.jpg'))).copyrightNotice).toBeUndefined();
  }
});

test.each(['jpeg', 'png', 'tiff', 'webp', 'avif', 'as-they-are'] as const)(
  'what is removed is in no byte of a copy: %s',
  async (format) => {
    const job = await bringIn(server, { 'a.jpg': await tellingJpeg() });
    expect(secrets.every((text) => holds(path.join(job.working, 'a.jpg'), text))).toBe(true);
    const { names, file, receipt } = await deliver(job, {
      format,
      removes: ['coordinates', 'serials', 'names', 'previews', 'history', 'maker-notes'],
    });
    expect(receipt.counts).toMatchObject({ done: 1 });
    for (const text of [...secrets, '59.9075', '59,54.45'])
      expect([text, holds(file(names[0]!), text)]).toEqual([text, false]);
    const told = execFileSync('exiv2', ['-pa', file(names[0]!)], { encoding: 'utf8' });
    expect(told).not.toMatch(/GPS|Serial|HostComputer|OwnerName/);
    expect(told).toMatch(/Tindra K2/);
    expect(await valuesOf(file(names[0]!))).toMatchObject({ city: 'Kvalhavn', creator: ['Aune Pell'] });
  },
);

test('copies of every format as they are: everything, and with something removed', async () => {
  const samples = (await allSamples()).filter(({ name }) => !/^(pages|big)/.test(name));
  const files: Record<string, Uint8Array> = {};
  for (const { name, bytes } of samples)
    files[name] = (
      await embedInMemory(bytes, { gpsLatitude: '59.907531', gpsLongitude: '10.751224', city: 'Kvalhavn' })
    ).file;
  const job = await bringIn(server, files);
  const before = originals(job);
  const whole = await deliver(job, { format: 'as-they-are' });
  expect(
    whole.receipt.items.filter((one) => one.state !== 'done').map((one) => [one.name, one.problems]),
  ).toEqual([]);
  const less = await deliver(job, { format: 'as-they-are', removes: ['coordinates'] });
  for (const item of less.receipt.items) {
    if (item.state === 'failed') {
      expect(item.name).toMatch(/dng/);
      continue;
    }
    const made = less.file(item.result!.target!);
    expect([item.name, (await valuesOf(made)).gpsLatitude, (await valuesOf(made)).city]).toEqual([
      item.name,
      undefined,
      'Kvalhavn',
    ]);
    if (/mp4|mov/.test(item.name)) continue;
    const [a, b] = await Promise.all(
      [path.join(job.working, item.name), made].map((one) => pixelsOf(readFileSync(one), item.name)),
    );
    expect([item.name, a!.equals(b!)]).toEqual([item.name, true]);
  }
  expect(originals(job)).toEqual(before);
});

test('HEIC and JPEG XL are rendered for a web page; a format that is not decoded says so', async () => {
  const samples = await allSamples();
  const of = (name: string) => samples.find((one) => one.name === name)!.bytes;
  const job = await bringIn(server, {
    'a.heic': of('plain.heic'),
    'b.mp4': of('plain.mp4'),
    'c.jxl': of('boxed.jxl'),
  });
  const { receipt, file } = await deliver(job, { format: 'jpeg' });
  expect(await sharp(file('a.jpg')).metadata()).toMatchObject({ format: 'jpeg', width: 96, height: 64 });
  expect(await sharp(file('c.jpg')).metadata()).toMatchObject({ format: 'jpeg', width: 96, height: 64 });
  expect(await valuesOf(file('a.jpg'))).toMatchObject({ creator: ['Aune Pell'] });
  const failed = receipt.items.filter(({ state }) => state === 'failed');
  expect(failed.map(({ name, problems }) => [name, problems!.map(({ code }) => code)])).toEqual([
    ['b.mp4', ['picture-not-decoded']],
  ]);
});

test('raw files leave as they are, with a sidecar and the camera’s embedded JPEG beside them', async () => {
  const raw = (await rawSample(false)).bytes;
  const job = await bringIn(server, { 'a.nef': raw });
  const { receipt, names, file, out } = await deliver(job, { format: 'as-they-are', frozen: true });
  expect(receipt.counts).toMatchObject({ done: 1, failed: 0 });
  expect(names).toEqual(['a-camera.jpg', 'a.nef', 'a.xmp']);
  expect(digest(file('a.nef'))).toBe(digest(path.join(job.working, 'a.nef')));
  expect(await sharp(file('a-camera.jpg')).metadata()).toMatchObject({ width: 96, height: 64 });
  expect(await valuesOf(file('a-camera.jpg'))).toMatchObject({ creator: ['Aune Pell'], keywords: ['ketch'] });
  expect(receipt.items[0]!.result!.copies!.map(({ of }) => of)).toEqual(['raw', 'sidecar', 'frozen']);
  expect(existsSync(path.join(out, 'a.jpg'))).toBe(false);
  const rendered = await deliver(job, { format: 'jpeg' });
  expect(await valuesOf(rendered.file('a.jpg'))).toMatchObject({ creator: ['Aune Pell'] });
  const less = await deliver(job, { format: 'as-they-are', metadata: 'rights' });
  expect(less.receipt.items[0]!.problems).toEqual([expect.objectContaining({ code: 'raw-as-it-is' })]);
});

test('a largest file is met, as near as the quality allows, with its records counted', async () => {
  const noise = Buffer.from(Array.from({ length: 900 * 600 * 3 }, (_, i) => (i * 7919 * (i % 13)) % 256));
  const busy = await sharp(noise, { raw: { width: 900, height: 600, channels: 3 } })
    .jpeg({ quality: 95 })
    .toBuffer();
  const job = await bringIn(server, { 'a.jpg': new Uint8Array(busy) });
  for (const [format, most] of [
    ['jpeg', 150],
    ['webp', 120],
  ] as const) {
    const { file, names, receipt } = await deliver(job, { format, mostKilobytes: most });
    const size = readFileSync(file(names[0]!)).length;
    expect(size).toBeLessThanOrEqual(most * 1000);
    expect(size).toBeGreaterThan(most * 1000 * 0.9);
    expect(receipt.items[0]!.result!.copies![0]!.quality).toBeLessThan(88);
  }
  const impossible = await deliver(job, { mostKilobytes: 3 });
  expect(impossible.receipt.items[0]!.problems).toEqual([expect.objectContaining({ code: 'size-not-met' })]);
  expect(impossible.names).toEqual([]);
});

test('several sizes are made of one reading, and named by their pixels', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg() });
  const { names, file } = await deliver(job, {
    sizes: [
      { by: 'long', pixels: 1000 },
      { by: 'long', pixels: 400 },
      { by: 'short', pixels: 100 },
    ],
    name: '{{ date taken : yMMdd }}-ketch',
    folder: '{{ year taken }}',
  });
  expect(names).toEqual([
    '2026',
    '2026/20260514-ketch-150.jpg',
    '2026/20260514-ketch-400.jpg',
    '2026/20260514-ketch.jpg',
  ]);
  expect((await sharp(file('2026/20260514-ketch-400.jpg')).metadata()).width).toBe(400);
});

test('a mark changes what is under it and nothing else; the tile covers the whole; a signature is ink', async () => {
  const grey = (level: number, width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: { r: level, g: level, b: level } } })
      .png()
      .toBuffer();
  const job = await bringIn(server, {
    'dark.png': new Uint8Array(await grey(30, 600, 400)),
    'light.png': new Uint8Array(await grey(220, 400, 600)),
  });
  const paper = await sharp({ create: { width: 300, height: 100, channels: 3, background: '#fff' } })
    .composite([
      {
        input: Buffer.from(
          '<svg width="300" height="100"><path d="M20 80 L280 20" stroke="#223" stroke-width="9"/></svg>',
        ),
      },
    ])
    .jpeg()
    .toBuffer();
  const signature = await keepSignature(server.context, 'signature.jpg', paper);
  expect(signature.width / signature.height).toBeGreaterThan(3);
  const lossless = { format: 'png', sizes: [{ by: 'whole' }] } as const;
  for (const mark of [usualMark, { ...usualMark, text: '', image: signature.id, size: 10 }]) {
    const { file } = await deliver(job, { ...lossless, mark });
    for (const [name, level] of [
      ['dark.png', 30],
      ['light.png', 220],
    ] as const) {
      const { data, info } = await sharp(file(name))
        .toColourspace('b-w')
        .raw()
        .toBuffer({ resolveWithObject: true });
      const changed = [...data.keys()].filter((at) => at % info.channels === 0 && data[at] !== level);
      const xs = changed.map((at) => (at / info.channels) % info.width);
      const ys = changed.map((at) => Math.floor(at / info.channels / info.width));
      expect(changed.length).toBeGreaterThan(100);
      // Bottom right, a gap of three hundredths of the short side from the edges.
      expect(Math.min(...ys)).toBeGreaterThan(info.height * 0.8);
      expect(Math.max(...xs)).toBeLessThanOrEqual(info.width - 11);
      expect(Math.max(...ys)).toBeLessThanOrEqual(info.height - 11);
      // It stands out: light on dark, dark on light.
      const mean = changed.reduce((sum, at) => sum + data[at]!, 0) / changed.length;
      expect(level < 128 ? mean > level + 40 : mean < level - 40).toBe(true);
    }
  }
  const { file } = await deliver(job, { ...lossless, mark: { ...usualMark, tiled: true } });
  const { channels } = await sharp(file('dark.png'))
    .extract({ left: 0, top: 0, width: 300, height: 200 })
    .stats();
  expect(channels[0]!.stdev).toBeGreaterThan(1);
});

// Each picture of the delivery failed, as one that cannot be decoded.
test('a tiled mark that is larger than the copy is drawn as far as it fits', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg({ width: 240, height: 60 }) });
  const mark = { ...usualMark, text: 'A long mark across the small picture', tiled: true, size: 90 };
  const { receipt, file } = await deliver(job, { format: 'png', sizes: [{ by: 'long', pixels: 120 }], mark });
  expect(receipt.counts).toMatchObject({ done: 1, failed: 0 });
  expect(
    (await sharp(file(readdirSync(path.dirname(file('x')))[0]!)).stats()).channels[0]!.stdev,
  ).toBeGreaterThan(1);
});

/** Pictures that an encoder may trip over. */
async function oddPictures(): Promise<Record<string, Uint8Array>> {
  const plain = (channels: 3 | 4, alpha = 1) =>
    sharp({ create: { width: 64, height: 40, channels, background: { r: 200, g: 60, b: 40, alpha } } });
  const of = async (made: Sharp) => new Uint8Array(await made.toBuffer());
  const frames = Buffer.alloc(32 * 64 * 3, 90);
  // More than the first packet of a JPEG takes.
  const text = 'Words that go on. '.repeat(1700);
  const long = { instructions: text, extendedDescription: text, altText: text };
  return {
    'cmyk.jpg': await of(plain(3).toColourspace('cmyk').withIccProfile('cmyk').jpeg()),
    'grey.jpg': await of(plain(3).greyscale().jpeg()),
    'clear.png': await of(plain(4, 0.3).png()),
    'deep-grey.png': await of(plain(3).toColourspace('grey16').png()),
    'palette.png': await of(plain(3).png({ palette: true })),
    'animated.webp': await of(
      sharp(frames, { raw: { width: 32, height: 64, channels: 3, pageHeight: 32 } }).webp({
        delay: [100, 100],
      }),
    ),
    'dot.jpg': await of(plain(3).resize(1, 1).jpeg()),
    'line.png': await of(plain(3).resize(900, 1, { fit: 'fill' }).png()),
    'progressive.jpg': await of(plain(3).jpeg({ progressive: true })),
    'wordy.jpg': (await embedInMemory(await of(plain(3).jpeg()), long)).file,
    'Ünï çödé 100% #1.jpg': await of(plain(3).jpeg()),
  };
}

test.each(['jpeg', 'png', 'tiff', 'webp', 'as-they-are'] as const)(
  'odd pictures leave as %s, each with its words',
  async (format) => {
    const job = await bringIn(server, await oddPictures());
    const before = originals(job);
    const { receipt, file } = await deliver(job, {
      format,
      sizes: [{ by: 'percent', amount: 50 }],
      profile: 'keep',
      removes: ['previews'],
      mark: usualMark,
    });
    expect(
      receipt.items.filter((one) => one.state !== 'done').map((one) => [one.name, one.problems]),
    ).toEqual([]);
    for (const { name, result } of receipt.items) {
      const made = file(result!.target!);
      expect([name, (await valuesOf(made)).creator]).toEqual([name, ['Aune Pell']]);
      expect([name, (await sharp(made).stats()).channels.length > 0]).toEqual([name, true]);
    }
    const wordy = receipt.items.find((one) => one.name === 'wordy.jpg')!.result!;
    const said = await valuesOf(file(wordy.target!));
    for (const field of ['instructions', 'extendedDescription', 'altText'] as const)
      expect(String(said[field]).length).toBeGreaterThan(30_000);
    expect(originals(job)).toEqual(before);
  },
);

test('a picture that cannot be decoded is named, and the others leave', async () => {
  const whole = await tellingJpeg();
  const job = await bringIn(server, {
    'cut.jpg': whole.subarray(0, whole.length - 3000),
    'good.jpg': await tellingJpeg({ width: 300, height: 200 }),
  });
  for (const format of ['jpeg', 'as-they-are'] as const) {
    const { receipt, names } = await deliver(job, { format, removes: ['coordinates'] });
    expect(names).toEqual(['good.jpg']);
    expect(receipt.items[0]!.problems).toEqual([expect.objectContaining({ code: 'picture-unreadable' })]);
  }
});

test('a file that goes while the delivery waits, and a folder that goes, are named', async () => {
  const job = await bringIn(server, {
    'a.jpg': await tellingJpeg(),
    'b.jpg': await tellingJpeg({ width: 300, height: 200 }),
  });
  const out = path.join(server.folder, 'soon-gone');
  mkdirSync(out);
  const ask = () =>
    startDelivery(server.context, job.id, {
      deliveryPlan: { ...usualDeliveryPlan, to: 'folder', path: out },
      photoIds: job.photos.map((one) => one.id),
    });
  const { runId } = await ask();
  rmSync(path.join(job.working, 'a.jpg'));
  await carryOut(server.context, runId);
  const receipt = await receiptOf(server.context, runId);
  expect(receipt.items.map((one) => one.state)).toEqual(['failed', 'done']);
  expect(receipt.items[0]!.problems).toEqual([expect.objectContaining({ code: 'vanished' })]);
  const { runId: second } = await ask();
  rmSync(out, { recursive: true });
  await carryOut(server.context, second);
  expect((await receiptOf(server.context, second)).items.map((one) => one.state)).toEqual([
    'failed',
    'failed',
  ]);
});

test('what is no picture is no signature', async () => {
  const drawing =
    '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><rect width="60" height="40"/></svg>';
  const blank = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#fff' } })
    .png()
    .toBuffer();
  for (const bytes of [Buffer.from(drawing), Buffer.from('no picture'), Buffer.alloc(0), blank])
    await expect(keepSignature(server.context, 'a.png', bytes)).rejects.toMatchObject({
      code: 'signature-unusable',
    });
});

test('nothing that stands there is overwritten; a picture that is delivered again after a kill is not there twice', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg() });
  const out = path.join(server.folder, 'taken');
  mkdirSync(out);
  writeFileSync(path.join(out, 'a.jpg'), 'somebody else’s');
  const { runId, receipt } = await deliver(job, { path: out, sizes: [{ by: 'long', pixels: 300 }] });
  expect(receipt.items[0]!.result!.target).toBe('a-2.jpg');
  expect(readFileSync(path.join(out, 'a.jpg'), 'utf8')).toBe('somebody else’s');
  // As a worker that was killed between placing and noting leaves it.
  await server.db
    .update(runItems)
    .set({ state: 'waiting', result: null, claimedBy: 1 })
    .where(eq(runItems.runId, runId));
  await server.db.update(runs).set({ state: 'running', endedAt: null }).where(eq(runs.id, runId));
  await carryOut(server.context, runId);
  expect(readdirSync(out).sort()).toEqual(['a-2.jpg', 'a.jpg']);
  expect((await receiptOf(server.context, runId)).items[0]!.result!.digest).toBe(
    digest(path.join(out, 'a-2.jpg')),
  );
  // Another delivery of the same picture is one more copy.
  const again = await deliver(job, { path: out, sizes: [{ by: 'long', pixels: 200 }] });
  expect(again.receipt.items[0]!.result!.target).toBe('a-3.jpg');
});

// The page told that the licence is left out, and the copy carried it.
test('a draft that names another maker keeps the licence out of the copy, and one that names oneself lets it in', async () => {
  const job = await bringIn(
    server,
    {
      'a.jpg': await tellingJpeg(),
      'b.jpg': await tellingJpeg({ width: 300, height: 200 }, { creator: ['Ruth Skerry'] }),
    },
    { leaveAsTheyAre: ['b.jpg'] },
  );
  const [own, others] = job.photos.map((photo) => photo.id);
  const name = (id: string, creator: string) =>
    writeDrafts(server.context, job.id, these([id]), { kind: 'set', field: 'creator', value: [creator] });
  await name(own!, 'Ruth Skerry');
  await name(others!, 'Aune Pell');
  const licence = { ...usualLicence, licensee: 'Boat Trust', use: 'on its own web pages' };
  const { file } = await deliver(job, { licence });
  const licensees = await Promise.all(
    ['a.jpg', 'b.jpg'].map(async (one) => (await valuesOf(file(one))).licensee),
  );
  expect(licensees).toEqual([undefined, [{ name: 'Boat Trust' }]]);
});

test('pictures of another assignment are neither delivered nor shown as copies', async () => {
  const [one, other] = await Promise.all(
    [1, 2].map(async () => bringIn(server, { 'a.jpg': await tellingJpeg() })),
  );
  const [theirs] = await listPhotos(server.context, other!.id);
  const refused = { code: 'pictures-of-another' };
  const deliveryPlan = { ...usualDeliveryPlan, to: 'archive' as const };
  await expect(
    startDelivery(server.context, one!.id, { deliveryPlan, photoIds: [theirs!.id] }),
  ).rejects.toMatchObject(refused);
  await expect(
    previewCopy(server.context, one!.id, { deliveryPlan, photoId: theirs!.id }),
  ).rejects.toMatchObject(refused);
});

test('templates and a licence act on the copies alone; another maker’s picture says neither', async () => {
  const job = await bringIn(
    server,
    {
      'a.jpg': await tellingJpeg(),
      'b.jpg': await tellingJpeg(
        { width: 300, height: 200 },
        { creator: ['Ruth Skerry'], copyrightNotice: '© 2020 Ruth Skerry' },
      ),
    },
    { leaveAsTheyAre: ['b.jpg'] },
  );
  const template = await createTemplate(server.context, {
    name: 'Boat Trust',
    kind: 'job',
    entries: [{ field: 'creditLine', rule: 'overwrite', texts: ['{{ creator }} for the {{ client }}'] }],
  });
  const licence = {
    ...usualLicence,
    licensee: 'Boat Trust',
    use: 'on its own web pages',
    until: '2029-03-31',
    reference: 'J-77',
  };
  const before = originals(job);
  const { file, runId, receipt } = await deliver(job, { templates: [template.id], licence });
  expect(await valuesOf(file('a.jpg'))).toMatchObject({
    creditLine: 'Aune Pell for the Boat Trust',
    licensee: [{ name: 'Boat Trust' }],
    licenseEndDate: '2029-03-31',
    licenseId: 'J-77',
    usageTerms: expect.stringMatching(
      /^Licensed to Boat Trust: on its own web pages, until .*2029\. Reference J-77\.$/,
    ),
  });
  const others = await valuesOf(file('b.jpg'));
  expect([others.creditLine, others.licensee]).toEqual([undefined, undefined]);
  expect(receipt.items.map((one) => one.problems!.some(({ code }) => code === 'made-by-others'))).toEqual([
    false,
    true,
  ]);
  expect((await readRun(server.context, runId)).delivery).toMatchObject({ byOthers: 1 });
  expect(originals(job)).toEqual(before);
  const granted = await listLicences(server.context, { endsFrom: '2029-03-01', endsTo: '2029-03-31' });
  expect(granted).toEqual([
    expect.objectContaining({ licensee: 'Boat Trust', runId, pictures: 2, reference: 'J-77' }),
  ]);
  expect(await listLicences(server.context, { endsTo: '2029-03-30' })).toEqual([]);
});

async function archived(runId: string): Promise<string> {
  const file = path.join(server.folder, `${runId}.zip`);
  const parts: Uint8Array[] = [];
  const reader = (await archiveOf(server.context, runId)).getReader();
  for (let read = await reader.read(); !read.done; read = await reader.read()) parts.push(read.value);
  writeFileSync(file, Buffer.concat(parts));
  return file;
}

test('an archive holds all files with their checksums and the page; unzip and sha256sum find them right', async () => {
  const job = await bringIn(server, {
    'a.jpg': await tellingJpeg(),
    'b.jpg': await tellingJpeg({ width: 500, height: 300 }),
  });
  const { runId } = await deliver(job, {
    to: 'archive',
    checksums: true,
    page: true,
    sizes: [{ by: 'long', pixels: 400 }],
  });
  const zip = await archived(runId);
  execFileSync('unzip', ['-t', zip]);
  const into = path.join(server.folder, `unzipped-${runId}`);
  execFileSync('unzip', ['-q', zip, '-d', into]);
  expect(readdirSync(into).sort()).toEqual(['SHA256SUMS', 'a.jpg', 'b.jpg', 'index.html']);
  execFileSync('sha256sum', ['-c', '--strict', 'SHA256SUMS'], { cwd: into });
});

test('an archive beside a folder holds the page and the checksums as well', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg({ width: 300, height: 200 }) });
  const { runId } = await deliver(job, { to: 'both', page: true, checksums: true });
  const folder = path.join(server.folder, `both-${runId}`);
  execFileSync('unzip', ['-q', await archived(runId), '-d', folder]);
  expect(readdirSync(folder).sort()).toEqual(['SHA256SUMS', 'a.jpg', 'index.html']);
  execFileSync('sha256sum', ['-c', '--strict', '--quiet', 'SHA256SUMS'], { cwd: folder });
});

test('a copy that is shorter than it was ends its archive; one that is given up closes its file', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg({ width: 300, height: 200 }) });
  const { runId, file } = await deliver(job, {});
  const copy = file('a.jpg');
  const openOnes = () =>
    readdirSync('/proc/self/fd').filter((fd) => {
      try {
        return readlinkSync(`/proc/self/fd/${fd}`) === copy;
      } catch {
        return false;
      }
    });
  // Larger than what waits in the pipes: the reader stands still until it is asked for more.
  appendFileSync(copy, Buffer.alloc(8_000_000));
  const given = (await archiveOf(server.context, runId)).getReader();
  await given.read();
  expect(await until(() => openOnes().length === 1)).toBe(true);
  await given.cancel();
  expect(await until(() => openOnes().length === 0)).toBe(true);

  const cut = await archiveOf(server.context, runId);
  truncateSync(copy, 1_000_000);
  await expect(new Response(cut).arrayBuffer()).rejects.toThrow();
});

/** Bounded: ten seconds. */
async function until(isSo: () => boolean): Promise<boolean> {
  for (let tried = 0; tried < 200 && !isSo(); tried++) await new Promise((go) => setTimeout(go, 50));
  return isSo();
}

test('the sizes of a picture share a number: a taken name of one leaves no other behind', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg() });
  const out = path.join(server.folder, 'taken-by-one');
  mkdirSync(out);
  writeFileSync(path.join(out, 'a-300.jpg'), 'of somebody');
  await deliver(job, {
    path: out,
    sizes: [
      { by: 'long', pixels: 600 },
      { by: 'long', pixels: 300 },
    ],
  });
  expect(readdirSync(out).sort()).toEqual(['a-2-300.jpg', 'a-2.jpg', 'a-300.jpg']);
  expect(readFileSync(path.join(out, 'a-300.jpg'), 'utf8')).toBe('of somebody');
});

test('a delivery plan whose signature was removed is refused before anything is made', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg({ width: 300, height: 200 }) });
  const mark = { ...usualMark, image: '00000000-0000-4000-8000-000000000000' };
  await expect(deliver(job, { mark })).rejects.toMatchObject({ code: 'not-found' });
});

test('copies for an archive are kept for thirty days after their run, and not while it goes on', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg() });
  const { runId } = await deliver(job, { to: 'archive' });
  await archived(runId);
  expect(await forgetArchives(server.context, { days: 30, megabytes: null })).toBe(0);
  const old = new Date(Date.now() - 31 * 24 * 60 * 60 * 1000);
  await server.db.update(runs).set({ endedAt: null }).where(eq(runs.id, runId));
  expect(await forgetArchives(server.context, { days: 30, megabytes: null })).toBe(0);
  await server.db.update(runs).set({ endedAt: old }).where(eq(runs.id, runId));
  expect(await forgetArchives(server.context, { days: 30, megabytes: null })).toBe(1);
  await expect(archiveOf(server.context, runId)).rejects.toMatchObject({ code: 'nothing-delivered' });
});

test('the report tells each file with what it says; markup in a caption stays text', async () => {
  const job = await bringIn(server, {
    'a.jpg': await tellingJpeg(undefined, {
      description: 'A <script>alert(1)</script> & “b”',
      title: 'kt-1',
    }),
  });
  const licence = { ...usualLicence, licensee: 'Boat Trust' };
  const { runId, receipt } = await deliver(job, { licence });
  const said = async (as: Parameters<typeof reportOf>[2]) => {
    const pieces: string[] = [];
    for await (const piece of reportOf(server.context, runId, as)) pieces.push(piece);
    return pieces.join('');
  };
  const copy = receipt.items[0]!.result!.copies![0]!;
  for (const as of ['html', 'csv', 'json'] as const) expect(await said(as)).toContain(copy.digest);
  const page = await said('html');
  expect(page).toContain('A &lt;script&gt;alert(1)&lt;/script&gt; &amp; “b”');
  expect(page).not.toContain('<script');
  expect(page).toMatch(/<img alt="kt-1" src="data:image\/webp;base64,/);
  expect(await said('contact-sheet')).toContain('a.jpg');
  const schema = JSON.parse(readFileSync(path.join(root, 'schema/delivery.schema.json'), 'utf8'));
  const isReport = new Ajv({ allowUnionTypes: true }).compile(schema);
  expect([isReport(JSON.parse(await said('json'))), isReport.errors]).toEqual([true, null]);
  expect(JSON.parse(await said('json'))).toMatchObject({
    pictures: [{ of: 'a.jpg', files: [{ path: 'a.jpg' }] }],
  });
});

test('what one copy will be is told before: name, size, what a stranger finds, what is removed', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg() });
  const deliveryPlan = {
    ...usualDeliveryPlan,
    removes: ['coordinates', 'serials'],
    sizes: [{ by: 'long', pixels: 500 }],
  } as const;
  const told = await previewCopy(server.context, job.id, { deliveryPlan, photoId: job.photos[0]!.id });
  expect(told).toMatchObject({ name: 'a.jpg', width: 500, height: 333 });
  expect(told.removed.map((one) => one.text)).toEqual([
    '59.907531, 10.751224',
    'body SN-4011-7733',
    'lens LS-99-1205',
  ]);
  expect(told.lines.find((one) => one.asks === 'credit')!.sees).toBe('Aune Pell');
  expect(told.picture).toMatch(/^data:image\/webp;base64,/);
  const { file } = await deliver(job, { removes: deliveryPlan.removes, sizes: deliveryPlan.sizes });
  expect(Math.abs(readFileSync(file('a.jpg')).length - told.bytes)).toBeLessThan(200);
});

test('a delivery into the pictures’ own folder, without fields, or with a licence for nobody is refused', async () => {
  const job = await bringIn(server, { 'a.jpg': await tellingJpeg() });
  const ask = (wish: Partial<DeliveryPlan>) =>
    startDelivery(server.context, job.id, {
      deliveryPlan: { ...usualDeliveryPlan, ...wish },
      photoIds: job.photos.map((one) => one.id),
    });
  await expect(ask({ to: 'folder', path: job.working })).rejects.toMatchObject({
    code: 'delivery-into-originals',
  });
  await expect(ask({ metadata: 'fields' })).rejects.toMatchObject({ code: 'delivery-plan-without-fields' });
  await expect(ask({ licence: usualLicence })).rejects.toMatchObject({ code: 'licence-without-name' });
  await expect(ask({ mark: { ...usualMark, text: ' ' } })).rejects.toMatchObject({ code: 'mark-empty' });
  await expect(ask({ name: '{{ broken' })).rejects.toMatchObject({ code: 'pattern-unusable' });
});
