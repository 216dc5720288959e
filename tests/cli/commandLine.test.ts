import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import {
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { encodeUtf8 } from '@/core/bytes/text';
import { xmpPacket } from '../fixtures/build';
import { embedInMemory, valuesIn } from '../fixtures/embed';
import { allSamples, rawSample } from '../fixtures/formats';
import { inSegments, signedFile } from '../fixtures/provenance';

/** The command line as a person runs it: a process of its own, on files on disk. */
const root = path.resolve(__dirname, '../..');
const cli = path.join(root, 'dist/cli.mjs');
let folder: string;
const at = (name: string) => path.join(folder, name);
const state = () => ({ ...process.env, FABRICA_STATE: at('state') });

beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'fabrica-cli-'));
});
afterEach(() => rmSync(folder, { recursive: true }));

function fabrica(...args: string[]) {
  const done = spawnSync(process.execPath, [cli, ...args], { encoding: 'utf8', cwd: folder, env: state() });
  return {
    status: done.status,
    out: done.stdout,
    lines: done.stderr.split('\n').filter((line) => line !== ''),
  };
}
const values = (name: string) => valuesIn(new Uint8Array(readFileSync(at(name))));
const digest = (name: string) =>
  createHash('sha256')
    .update(readFileSync(at(name)))
    .digest('hex');

async function picture(name: string, seed = 1, width = 64): Promise<void> {
  const pixels = Buffer.from(
    Array.from({ length: width * width * 3 }, (_, i) => (i * (seed + 3) * 31) % 256),
  );
  const made = sharp(pixels, { raw: { width, height: width, channels: 3 } }).jpeg({ quality: 95 });
  writeFileSync(at(name), await made.withExif({ IFD0: { Model: 'Tindra K2' } }).toBuffer());
}

const house = {
  fabrica: 'template',
  version: 1,
  name: 'House',
  entries: [
    { field: 'Creator', rule: 'overwrite', texts: ['Aune Pell'] },
    { field: 'copyrightNotice', rule: 'overwrite', texts: ['© 2026 Aune Pell / {{ client }}'] },
    { field: 'keywords', rule: 'add', texts: ['ketch'] },
    { field: 'Licensor', rule: 'overwrite', structures: [{ name: 'Tarn & Tide', city: '{{ town }}' }] },
  ],
};
const template = (content: unknown = house, name = 'house.json') =>
  writeFileSync(at(name), JSON.stringify(content));
const facts = ['--fact', 'client=Boat Trust', '--fact', 'town=Havnes'];

test('fields: the catalogue with names, places and members, as JSON', () => {
  const { out, status } = fabrica('fields', '--json');
  const { fields } = JSON.parse(out) as {
    fields: { id: string; standardName: string; xmp?: { namespace: string } }[];
  };
  expect(status).toBe(0);
  expect(fields.length).toBeGreaterThan(100);
  expect(fields.find((one) => one.id === 'headline')).toMatchObject({
    standardName: 'Headline',
    xmp: { name: 'Headline', namespace: 'http://ns.adobe.com/photoshop/1.0/' },
    iim: { record: 2, dataset: 105, maxBytes: 256 },
  });
});

test('embed into copies: templates, facts and keywords; originals stay; libexiv2 reads them', async () => {
  await picture('a.jpg');
  template();
  const before = digest('a.jpg');
  const done = fabrica(
    'embed',
    '--template',
    'house.json',
    ...facts,
    '--keywords',
    'sail; Ketch',
    '--to',
    'out',
    'a.jpg',
  );
  expect(done).toMatchObject({ status: 0, lines: [] });
  expect(await values('out/a.jpg')).toMatchObject({
    creator: ['Aune Pell'],
    copyrightNotice: '© 2026 Aune Pell / Boat Trust',
    keywords: ['ketch', 'sail'],
    licensor: [{ name: 'Tarn & Tide', city: 'Havnes' }],
  });
  expect(digest('a.jpg')).toBe(before);
  const dump = spawnSync('exiv2', ['-q', '-PIXkv', at('out/a.jpg')], { encoding: 'utf8' }).stdout;
  expect(dump).toMatch(/plus:LicensorName\s+Tarn & Tide/);
  const again = fabrica('embed', '--template', 'house.json', ...facts, '--to', 'out', 'a.jpg');
  expect(again.status).toBe(1);
  expect(again.lines).toEqual([expect.stringMatching(/^a\.jpg: A file of this name is there already/)]);
});

test('every format: in place, twice, and read again', async () => {
  template();
  const samples = await allSamples();
  for (const { name, bytes } of samples) writeFileSync(at(name), bytes);
  const names = samples.map((one) => one.name);
  const args = ['embed', '--template', 'house.json', '--fact', 'client=None', '--fact', 'town=Havnes'];
  const unasked = fabrica(...args, '--in-place', 'jpeg.jxl');
  expect(unasked.status).toBe(1);
  expect(readFileSync(at('jpeg.jxl'))).toEqual(
    Buffer.from(samples.find(({ name }) => name === 'jpeg.jxl')!.bytes),
  );
  for (const client of ['First', 'Second']) {
    const done = fabrica(
      'embed',
      '--template',
      'house.json',
      '--fact',
      `client=${client}`,
      '--fact',
      'town=Havnes',
      '--in-place',
      '--lose-jpeg',
      ...names,
    );
    expect(done.status).toBe(0);
    expect(done.lines).toEqual([
      expect.stringContaining('jpeg.jxl: warning: JPEG XL: This picture was made from a JPEG'),
    ]);
  }
  const { out } = fabrica('read', '--json', ...names);
  const reports = out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  expect(reports.map((one) => one.file)).toEqual(names);
  for (const one of reports)
    expect(one.fields['Copyright Notice']).toEqual({
      value: '© 2026 Aune Pell / Second',
      origin: 'xmp',
      agrees: true,
    });
  expect(readdirSync(at('state/undo'))).toEqual([]);
  expect(readdirSync(folder).filter((name) => name.startsWith('.'))).toEqual([]);
});

test('read: what signed provenance claims', async () => {
  await picture('plain.jpg');
  writeFileSync(at('signed.jpg'), signedFile(readFileSync(at('plain.jpg')), 2, inSegments(60_000)));
  const { out } = fabrica('read', at('plain.jpg'), at('signed.jpg'), '--json');
  const [plain, signed] = out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  expect(plain.provenance).toBeUndefined();
  expect(signed.provenance).toMatchObject({ generator: 'Tindra 2.1', statements: 'match', file: 'matches' });
  expect(fabrica('read', at('signed.jpg')).out).toMatch(/signed: made from +kt41-02\.jpg, parentOf/);
});

test('a file that is named twice is written once', async () => {
  await picture('a.jpg');
  template({ ...house, entries: [{ field: 'title', rule: 'overwrite', texts: ['{{ running number }}'] }] });
  for (const pass of [1, 2]) {
    const done = fabrica('embed', '--template', 'house.json', '--in-place', 'a.jpg', './a.jpg', at('a.jpg'));
    expect([pass, done.status, done.lines]).toEqual([pass, 0, []]);
  }
  expect(await values('a.jpg')).toMatchObject({ title: '1' });
});

test('an XMP file is a template too', async () => {
  await picture('a.jpg');
  writeFileSync(
    at('t.xmp'),
    encodeUtf8(
      xmpPacket(
        '<photoshop:City>Havnes</photoshop:City><dc:subject><rdf:Bag><rdf:li>ketch</rdf:li></rdf:Bag></dc:subject>',
      ),
    ),
  );
  expect(fabrica('embed', '--template', 't.xmp', '--in-place', 'a.jpg').status).toBe(0);
  expect(await values('a.jpg')).toMatchObject({ city: 'Havnes', keywords: ['ketch'] });
});

test('a raw file is never written: its words go into the sidecar that is there, or a new one', async () => {
  const { bytes } = await rawSample(false);
  for (const name of ['a.nef', 'b.nef']) writeFileSync(at(name), bytes);
  writeFileSync(at('b.nef.xmp'), encodeUtf8(xmpPacket('<photoshop:City>Havnes</photoshop:City>')));
  template();
  expect(
    fabrica('embed', '--template', 'house.json', ...facts, '--in-place', 'a.nef', 'b.nef'),
  ).toMatchObject({ status: 0, lines: [] });
  expect(readdirSync(folder).sort()).toEqual(['a.nef', 'a.xmp', 'b.nef', 'b.nef.xmp', 'house.json', 'state']);
  for (const name of ['a.nef', 'b.nef']) expect(new Uint8Array(readFileSync(at(name)))).toEqual(bytes);
  expect(await values('b.nef.xmp')).toMatchObject({ city: 'Havnes', creator: ['Aune Pell'] });
  const report = JSON.parse(fabrica('read', '--json', 'a.nef').out);
  expect(report).toMatchObject({
    format: 'raw',
    sidecar: 'a.xmp',
    fields: { Creator: { value: ['Aune Pell'], origin: 'sidecar' } },
  });
});

test('two raw files of one name each get a sidecar of their own', async () => {
  const { bytes } = await rawSample(false);
  for (const name of ['a.nef', 'a.arw']) writeFileSync(at(name), bytes);
  template();
  expect(
    fabrica('embed', '--template', 'house.json', ...facts, '--in-place', 'a.nef', 'a.arw'),
  ).toMatchObject({
    status: 0,
    lines: [],
  });
  expect(
    readdirSync(folder)
      .filter((name) => name.startsWith('a.'))
      .sort(),
  ).toEqual(['a.arw', 'a.arw.xmp', 'a.nef', 'a.nef.xmp']);
});

test('a template that gives rights up is refused unless it is meant', async () => {
  await picture('a.jpg');
  const free = {
    ...house,
    name: 'Free',
    entries: [{ field: 'Copyright Status', rule: 'overwrite', texts: ['public-domain'] }],
  };
  writeFileSync(at('free.json'), JSON.stringify(free));
  const before = digest('a.jpg');
  const refused = fabrica('embed', '--template', 'free.json', '--in-place', 'a.jpg');
  expect(refused.status).toBe(2);
  expect(refused.lines[0]).toContain('gives pictures away, for ever');
  expect(digest('a.jpg')).toBe(before);
  expect(fabrica('embed', '--template', 'free.json', '--in-place', '--give-up-rights', 'a.jpg').status).toBe(
    0,
  );
  expect(await values('a.jpg')).toMatchObject({ rightsStatus: 'public-domain' });
});

test('templates that contradict each other are told', async () => {
  await picture('a.jpg');
  const by = (creator: string) => ({
    ...house,
    name: `By ${creator}`,
    entries: [{ field: 'Creator', rule: 'overwrite', texts: [creator] }],
  });
  for (const creator of ['Aune Pell', 'Mats Orrin'])
    writeFileSync(at(`${creator}.json`), JSON.stringify(by(creator)));
  const both = ['--template', 'Aune Pell.json', '--template', 'Mats Orrin.json'];
  const { status, lines } = fabrica('embed', ...both, '--in-place', 'a.jpg');
  expect(status).toBe(0);
  expect(lines[0]).toBe(
    '“By Aune Pell” and “By Mats Orrin” contradict each other in Creator. Check that both are meant.',
  );
});

test('DNG: embedded, or with a sidecar by choice', async () => {
  const { bytes } = await rawSample(true);
  for (const name of ['a.dng', 'b.dng']) writeFileSync(at(name), bytes);
  template();
  fabrica('embed', '--template', 'house.json', ...facts, '--in-place', 'a.dng');
  fabrica('embed', '--template', 'house.json', ...facts, '--in-place', '--dng-sidecar', 'b.dng');
  expect(await values('a.dng')).toMatchObject({ creator: ['Aune Pell'] });
  expect(new Uint8Array(readFileSync(at('b.dng')))).toEqual(bytes);
  expect(await values('b.xmp')).toMatchObject({ creator: ['Aune Pell'] });
});

test('Exif DateTimeOriginal is written on an explicit choice only', async () => {
  const entries = [{ field: 'dateCreated', rule: 'overwrite', texts: ['2020-02-03T04:05:06'] }];
  template({ ...house, entries });
  for (const [name, more] of [
    ['a.jpg', []],
    ['b.jpg', ['--date-original']],
  ] as const) {
    await picture(name);
    fabrica('embed', '--template', 'house.json', '--in-place', ...more, name);
  }
  const exif = (name: string) => spawnSync('exiv2', ['-q', '-PEkv', at(name)], { encoding: 'utf8' }).stdout;
  expect(exif('a.jpg')).not.toContain('DateTimeOriginal');
  expect(exif('b.jpg')).toMatch(/Exif\.Photo\.DateTimeOriginal\s+2020:02:03 04:05:06/);
});

test('what fails is told by one line a file; the others go on; the exit code says it', async () => {
  await picture('good.jpg');
  await picture('later.jpg', 2);
  writeFileSync(at('broken.jpg'), new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 0]));
  template();
  const files = ['good.jpg', 'gone.jpg', 'broken.jpg', 'house.json', 'later.jpg'];
  const done = fabrica('embed', '--template', 'house.json', ...facts, '--to', 'out', ...files);
  expect(done.status).toBe(1);
  expect(done.lines.map((line) => line.split(':')[0])).toEqual(['gone.jpg', 'broken.jpg', 'house.json']);
  expect(readdirSync(at('out')).sort()).toEqual(['good.jpg', 'later.jpg']);
  const read = fabrica('read', '--json', ...files);
  expect(read.status).toBe(1);
  expect(
    read.out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line).file),
  ).toEqual(['good.jpg', 'later.jpg']);
});

test('a fact that is missing is told, and its entry left out', async () => {
  await picture('a.jpg');
  template();
  const done = fabrica('embed', '--template', 'house.json', '--fact', 'town=Havnes', '--in-place', 'a.jpg');
  expect(done.lines).toEqual([expect.stringMatching(/^a\.jpg: warning: Copyright Notice: .*client/)]);
  expect((await values('a.jpg')).copyrightNotice).toBeUndefined();
});

test.each([
  ['no command', []],
  ['an unknown command', ['write']],
  ['no files', ['read']],
  ['no template', ['embed', '--in-place', 'a.jpg']],
  ['neither copies nor originals', ['embed', '--template', 'house.json', 'a.jpg']],
  ['both', ['embed', '--template', 'house.json', '--in-place', '--to', 'out', 'a.jpg']],
  ['an option of another command', ['read', '--in-place', 'a.jpg']],
  ['an unknown option', ['read', '--fast', 'a.jpg']],
  ['a template with an unknown field', ['embed', '--template', 'bad.json', '--in-place', 'a.jpg']],
  ['a template that is no template', ['embed', '--template', 'none.json', '--in-place', 'a.jpg']],
])('%s: exit code 2, and the usage', (_, args) => {
  template();
  template({ ...house, entries: [{ field: 'colour', rule: 'overwrite', texts: ['x'] }] }, 'bad.json');
  template({ name: 'x' }, 'none.json');
  const done = fabrica(...args);
  expect(done.status).toBe(2);
  expect(done.lines.join('\n')).toContain('fabrica embed --template FILE');
});

test('a thousand files are read in threads, told in the order given', async () => {
  await picture('p0.jpg');
  const names = Array.from({ length: 1200 }, (_, i) => `p${i}.jpg`);
  for (const name of names.slice(1)) copyFileSync(at('p0.jpg'), at(name));
  const { out, status } = fabrica('read', '--json', ...names.reverse());
  expect(status).toBe(0);
  expect(
    out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line).file),
  ).toEqual(names);
});

// Whether a file was written, or its words went into a sidecar, was not to be seen.
test('every file has its outcome, as text and as JSON, and none ends the run', async () => {
  await picture('a.jpg');
  writeFileSync(at('a.pdf'), '%PDF-1.7 and more');
  writeFileSync(at('b.raf'), 'of an unpublished structure');
  writeFileSync(at('notes.txt'), 'no picture');
  template({ ...house, entries: [house.entries[0]] });
  const files = ['notes.txt', 'none.jpg', 'a.jpg', 'a.pdf', 'b.raf'];
  const run = (...more: string[]) =>
    fabrica('embed', '--template', 'house.json', '--in-place', ...more, ...files);
  const first = run();
  expect(first.out.trim().split('\n')).toEqual([
    'notes.txt: refused',
    'none.jpg: failed',
    'a.jpg: written',
    'a.pdf: sidecar',
    'b.raf: sidecar',
  ]);
  expect([first.status, first.lines.map((line) => line.split(':')[0])]).toEqual([
    1,
    ['notes.txt', 'none.jpg'],
  ]);
  expect(readdirSync(folder).filter((name) => name.endsWith('.xmp'))).toEqual(['a.pdf.xmp', 'b.xmp']);
  const again = run('--json')
    .out.trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  expect(again).toMatchObject([
    { outcome: 'refused', why: expect.stringContaining('does not know this kind of file') },
    { outcome: 'failed', why: 'The file is not there any more.' },
    { file: 'a.jpg', outcome: 'unchanged' },
    { file: 'a.pdf', outcome: 'unchanged' },
    { file: 'b.raf', outcome: 'unchanged' },
  ]);
  const copies = fabrica('embed', '--template', 'house.json', '--to', 'out', 'a.jpg', 'b.raf');
  expect(copies.out.trim().split('\n')).toEqual(['a.jpg: unchanged', 'b.raf: unchanged']);
  expect(readdirSync(at('out')).sort()).toEqual(['a.jpg', 'b.raf', 'b.xmp']);
});

test('./fabrica hands its commands over, with paths from where one stands', async () => {
  await picture('a.jpg');
  const done = spawnSync(path.join(root, 'fabrica'), ['read', '--json', 'a.jpg'], {
    cwd: folder,
    encoding: 'utf8',
  });
  expect(JSON.parse(done.stdout.trim().split('\n').at(-1)!)).toMatchObject({ file: 'a.jpg', format: 'jpeg' });
});

// Killed in the middle of writing in place: afterwards each file is as before or as wanted.
test('killed at any write, sync or removal, no file is ever anything but whole', async () => {
  const names = Array.from({ length: 12 }, (_, i) => `p${i}.jpg`);
  mkdirSync(at('state'), { recursive: true });
  template();
  await picture('base.jpg', 3, 400);
  const { file } = await embedInMemory(new Uint8Array(readFileSync(at('base.jpg'))), {
    creator: ['Aune Pell'],
    copyrightNotice: '© 2026 Aune Pell / pass 0',
    keywords: ['ketch'],
  });
  for (const name of names) writeFileSync(at(name), file);
  const steps = ['write:1', 'write:2', 'write:5', 'sync:1', 'sync:2', 'sync:4', 'unlink:1', 'unlink:3'];
  const hit: string[] = [];
  for (const [index, step] of steps.entries()) {
    const pass = index + 1;
    const args = [
      'embed',
      '--template',
      'house.json',
      '--fact',
      `client=pass ${pass}`,
      '--fact',
      'town=Havnes',
      '--in-place',
      ...names,
    ];
    const stopAt = path.join(root, 'tests/fixtures/stopAt.mjs');
    const child = spawn(process.execPath, ['--import', stopAt, cli, ...args], {
      cwd: folder,
      env: { ...state(), FABRICA_STOP_AT: step },
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    });
    const ended = once(child, 'exit');
    child.once('message', () => {
      hit.push(step);
      child.kill('SIGKILL');
    });
    await ended;
    await picture('other.jpg');
    expect(fabrica('embed', '--template', 'house.json', ...facts, '--in-place', 'other.jpg').status).toBe(0);
    for (const name of names)
      expect((await values(name)).copyrightNotice).toMatch(/^© 2026 Aune Pell \/ pass \d+$/);
    expect(readdirSync(at('state/undo'))).toEqual([]);
  }
  expect(hit).toEqual(steps);
  const last = fabrica('embed', '--template', 'house.json', ...facts, '--in-place', ...names);
  expect(last).toMatchObject({ status: 0, lines: [] });
  for (const name of names)
    expect((await values(name)).copyrightNotice).toBe('© 2026 Aune Pell / Boat Trust');
  expect(readdirSync(folder).filter((name) => name.endsWith('.lock') || name.endsWith('.part'))).toEqual([]);
  const pixels = async (bytes: Uint8Array) =>
    (await sharp(Buffer.from(bytes)).raw().toBuffer()).toString('base64');
  expect(await pixels(new Uint8Array(readFileSync(at('p7.jpg'))))).toBe(await pixels(file));
});

test('files of others are left alone, filled, or written, as --others says', async () => {
  template();
  const place = { ...house, entries: [{ field: 'city', rule: 'overwrite', texts: ['Havnes'] }] };
  template(place, 'place.json');
  await picture('hers.jpg');
  const hers = { creator: ['Ylva Sund'], contactEmail: 'ylva@sund.example' };
  writeFileSync(
    at('hers.jpg'),
    (await embedInMemory(new Uint8Array(readFileSync(at('hers.jpg'))), hers)).file,
  );
  const before = digest('hers.jpg');
  const both = ['--template', 'house.json', '--template', 'place.json', ...facts, '--in-place', 'hers.jpg'];
  const left = fabrica('embed', ...both);
  expect(left).toMatchObject({
    status: 1,
    lines: [expect.stringMatching(/^hers\.jpg: The file states somebody else/)],
  });
  expect(digest('hers.jpg')).toBe(before);
  expect(fabrica('embed', '--others', 'fill', ...both).status).toBe(0);
  expect(await values('hers.jpg')).toEqual(
    expect.objectContaining({ ...hers, city: 'Havnes', keywords: ['ketch'] }),
  );
  expect(await values('hers.jpg')).not.toHaveProperty('copyrightNotice');
  expect(fabrica('embed', '--others', 'write', ...both).status).toBe(0);
  expect(await values('hers.jpg')).toMatchObject({ creator: ['Aune Pell'] });
  expect(fabrica('embed', '--others', 'perhaps', ...both)).toMatchObject({ status: 2 });
  // A template that names nobody says nothing about whose picture it is.
  writeFileSync(
    at('hers.jpg'),
    (await embedInMemory(new Uint8Array(readFileSync(at('hers.jpg'))), hers)).file,
  );
  expect(fabrica('embed', '--template', 'place.json', '--in-place', 'hers.jpg').status).toBe(0);
});

test('keywords that cannot be kept are told before the first file', async () => {
  template();
  await picture('a.jpg');
  const before = digest('a.jpg');
  const asked = ['--template', 'house.json', ...facts, '--in-place', 'a.jpg'];
  const done = fabrica('embed', '--keywords', 'ketch, \u0001', ...asked);
  expect(done).toMatchObject({ status: 2 });
  expect(done.lines[0]).toMatch(/^--keywords cannot be used\./);
  expect(digest('a.jpg')).toBe(before);
});
