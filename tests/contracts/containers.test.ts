import fc from 'fast-check';
import { ascii, concat } from '@/core/bytes/bytes';
import { limits } from '@/core/bytes/limits';
import { memorySource } from '@/core/bytes/source';
import { encodeUtf8 } from '@/core/bytes/text';
import { type BlockKind, isReadOnly, type Kind } from '@/core/containers/container';
import { formatNames } from '@/core/containers/formatNames';
import { knownKinds, openContainer } from '@/core/containers/registry';
import { planEmbed } from '@/core/embed/planEmbed';
import { FormatError } from '@/core/problems/problem';
import { boxedRawFile } from '../fixtures/boxedRaw';
import { propertyRuns } from '../fixtures/budget';
import { xmpPacket } from '../fixtures/build';
import { carryOut, embedInMemory, valuesIn } from '../fixtures/embed';
import { allSamples, rawSample } from '../fixtures/formats';
import { counting, sparseSource, survive } from '../fixtures/survives';

/*
 * What every format keeps, one sample a row of the registry: it is read, written, made longer and shorter,
 * erased, cut and damaged; what is read is bounded. A new format passes here before anything else is said of it.
 */
const boxHead = (brand: string) =>
  concat([new Uint8Array([0, 0, 0, 16]), ascii(`ftyp${brand}`), new Uint8Array(40)]);
const wanted = { city: 'Havnes', keywords: ['ketch', 'båt'], headline: 'Launch' };

/** By the name of the kind; several where a format has several layouts. */
const sampleNames: Readonly<Record<string, readonly string[]>> = {
  JPEG: ['plain.jpg'],
  'TIFF, BigTIFF': [
    'strips.tif',
    'big-endian.tif',
    'tiled.tif',
    'pages.tif',
    'bigtiff.tif',
    'bigtiff-be.tif',
  ],
  DNG: ['camera.dng'],
  'camera raw on TIFF': ['camera.raw'],
  PNG: ['plain.png', 'exif.png'],
  WebP: ['lossy.webp', 'exif.webp', 'animated.webp'],
  'camera raw on ISO-BMFF': ['boxed.cr3'],
  GIF: ['plain.gif', 'animated.gif'],
  'PSD, PSB': ['layers.psd', 'large.psb'],
  AVIF: ['plain.avif', 'exif.avif', 'alpha.avif', 'sequence.avif'],
  'AVIF of an unusual layout': ['trailing.avif'],
  'AVIF that is not opened': ['a.avif'],
  'camera raw of other structures': ['a.raf'],
  'HEIC, HEIF': ['plain.heic', 'alpha.heic', 'thumb.heic'],
  'HEIC of an unusual layout': ['trailing.heic'],
  'HEIC that is not opened': ['a.heic'],
  'JPEG XL': ['bare.jxl', 'boxed.jxl', 'jpeg.jxl'],
  'MP4, MOV': ['plain.mp4', 'fragments.mp4', 'user-data.mov'],
  'MP4 of an unusual layout': ['a.mp4'],
  PDF: ['a.pdf'],
  EPS: ['a.eps'],
  SVG: ['a.svg'],
  'sidecar `.xmp`': ['a.xmp'],
};
const cases = knownKinds.flatMap((kind) =>
  (sampleNames[kind.name] ?? []).map((name) => [name, kind] as const),
);
const writable = cases.filter(([, kind]) => !isReadOnly(kind));
const readOnly = cases.filter(([, kind]) => isReadOnly(kind));
const blockKinds: readonly BlockKind[] = ['exif', 'xmp', 'xmpExtended', 'photoshop', 'iim'];

let bytes: Map<string, Uint8Array>;
beforeAll(async () => {
  const raw = await rawSample(false);
  const samples = new Map((await allSamples()).map((one) => [one.name, one.bytes] as const));
  bytes = new Map([
    ...samples,
    [raw.name, raw.bytes],
    ['boxed.cr3', boxedRawFile],
    ['trailing.avif', concat([samples.get('exif.avif')!, ascii('no box')])],
    ['trailing.heic', concat([samples.get('plain.heic')!, ascii('no box')])],
    ['a.avif', boxHead('avif')],
    ['a.raf', ascii('of an unpublished structure')],
    ['a.heic', boxHead('heic')],
    ['a.mp4', boxHead('isom')],
    ['a.pdf', ascii('%PDF-1.7 and more')],
    ['a.eps', ascii('%!PS-Adobe-3.0 EPSF-3.0')],
    ['a.svg', ascii('<svg xmlns="http://www.w3.org/2000/svg"/>')],
    ['a.xmp', encodeUtf8(xmpPacket('<photoshop:Source>Yard</photoshop:Source>'))],
  ]);
});
const open = (name: string, file = bytes.get(name)!) => openContainer(memorySource(file), name);
const pictureData = async (name: string, file: Uint8Array) =>
  Buffer.concat(
    (await (await open(name, file)).pictureRanges(memorySource(file))).map(({ start, end }) =>
      file.subarray(start, end),
    ),
  );

test('every row of the registry has a sample', () => {
  expect(knownKinds.filter((kind) => !sampleNames[kind.name]).map((kind) => kind.name)).toEqual([]);
  expect(writable.length).toBeGreaterThan(10);
  expect(readOnly.length).toBeGreaterThan(6);
});

describe.each(cases)('%s', (name, kind: Kind) => {
  test('is what its row says, and has no block that the row does not carry', async () => {
    const container = await open(name);
    expect(container).toMatchObject({ id: kind.id, mediaType: kind.mediaType, carries: kind.carries });
    const found = blockKinds.filter((block) => container.blocks[block]);
    expect(found.filter((block) => kind.carries[block] === 'none')).toEqual([]);
  });

  test('asking for nothing plans the very same bytes', async () => {
    const file = bytes.get(name)!;
    const plan = planEmbed(await open(name), new Map());
    expect(plan.unchanged).toBe(true);
    expect(Buffer.from(carryOut(file, plan)).equals(Buffer.from(file))).toBe(true);
  });

  test('cut anywhere: a value or a typed error', async () => {
    const file = bytes.get(name)!;
    const step = Math.max(1, Math.floor(file.length / 300));
    for (let cut = 0; cut < file.length; cut += step) await survive(file.subarray(0, cut), name);
  });

  test('any bytes written over any place, most of them where the structure stands', async () => {
    const file = bytes.get(name)!;
    const place = fc.oneof(
      fc.nat(file.length - 1),
      fc.nat(Math.min(400, file.length - 1)),
      fc.integer({ min: Math.max(0, file.length - 3000), max: file.length - 1 }),
    );
    await fc.assert(
      fc.asyncProperty(place, fc.uint8Array({ minLength: 1, maxLength: 8 }), async (at, over) => {
        const mutated = file.slice();
        mutated.set(over.subarray(0, file.length - at), at);
        await survive(mutated, name);
      }),
      propertyRuns(50),
    );
  });

  test('of a file of 20 MB no more than 256 KB are read beyond its blocks, or it is refused by its size', async () => {
    const source = counting(sparseSource(20 * 1024 * 1024, [{ at: 0, bytes: bytes.get(name)! }]));
    const tried = await openContainer(source, name).catch((error) => error as FormatError);
    const blocks =
      tried instanceof FormatError
        ? 0
        : blockKinds.reduce((sum, block) => sum + (tried.blocks[block]?.length ?? 0), 0);
    expect(source.bytesRead() - blocks).toBeLessThan(256 * 1024);
    expect(tried instanceof FormatError ? tried.problem.code : 'read').toBe(
      kind.id === 'sidecar' && limits.xmpBytes < source.size ? 'limit-exceeded' : 'read',
    );
  });
});

describe.each(writable)('%s is written', (name, kind: Kind) => {
  test('the values read back, in every block that the row makes; the picture data stays', async () => {
    const { file, plan } = await embedInMemory(bytes.get(name)!, wanted);
    expect(plan.refused).toBeUndefined();
    expect(await valuesIn(file)).toMatchObject(wanted);
    const { blocks } = await open(name, file);
    const made = blockKinds.filter((block) => kind.carries[block] === 'make' && block !== 'xmpExtended');
    expect(made.filter((block) => !blocks[block])).toEqual([]);
    expect(await pictureData(name, file)).toEqual(await pictureData(name, bytes.get(name)!));
  });

  test('longer, shorter again, and erased', async () => {
    const long = 'A ketch on the slip, seen from the loft. '.repeat(700).trim();
    const grown = await embedInMemory(bytes.get(name)!, { ...wanted, description: long });
    expect((await valuesIn(grown.file)).description).toBe(long);
    const shrunk = await embedInMemory(grown.file, { description: 'Short.' });
    expect(await valuesIn(shrunk.file)).toMatchObject({ ...wanted, description: 'Short.' });
    const nothing = { city: null, keywords: null, headline: null, description: null };
    const erased = await valuesIn((await embedInMemory(shrunk.file, nothing)).file);
    expect([erased.city, erased.keywords, erased.headline, erased.description]).toEqual(
      Array(4).fill(undefined),
    );
    expect(await pictureData(name, shrunk.file)).toEqual(await pictureData(name, bytes.get(name)!));
  });

  test('a block of which only "update" is said does not come from nothing', async () => {
    const before = (await open(name)).blocks;
    const { blocks } = await open(name, (await embedInMemory(bytes.get(name)!, wanted)).file);
    const updated = blockKinds.filter((block) => kind.carries[block] === 'update');
    expect(updated.filter((block) => blocks[block] && !before[block])).toEqual([]);
  });
});

describe.each(readOnly)('%s is read only', (name) => {
  test('a change is refused with a typed error', async () => {
    const container = await open(name);
    expect(() => container.planEdits({ xmp: new Uint8Array(10) })).toThrow(FormatError);
    const plan = planEmbed(container, new Map([['city', 'Havnes']]));
    expect([plan.refused?.code, plan.unchanged]).toEqual(['format-read-only', true]);
  });
});

test('the short name of a format is how its codec names it', () => {
  expect(knownKinds.filter(({ id, name }) => !name.startsWith(formatNames[id]))).toEqual([]);
});
