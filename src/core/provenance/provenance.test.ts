import { allSamples } from '../../../tests/fixtures/formats';
import { inSegments, manifestStore, signedFile } from '../../../tests/fixtures/provenance';
import { ascii, bytesOfHex, concat, indexOfBytes } from '../bytes/bytes';
import { memorySource } from '../bytes/source';
import { ByteWriter } from '../bytes/writer';
import { box } from '../containers/isobmff/boxes';
import { pngChunk } from '../containers/png/textChunk';
import { openContainer } from '../containers/registry';
import { readProvenance } from './provenance';

let samples: Map<string, Uint8Array>;
beforeAll(async () => {
  samples = new Map((await allSamples()).map(({ name, bytes }) => [name, bytes]));
});
const claimsOf = async (file: Uint8Array) => {
  const source = memorySource(file);
  return readProvenance(await openContainer(source), source);
};
const u32 = (value: number) => new ByteWriter('big', 4).u32(value).done();
const riffChunk = (store: Uint8Array) =>
  concat([
    ascii('C2PA'),
    new ByteWriter('little', 4).u32(store.length).done(),
    store,
    new Uint8Array(store.length % 2),
  ]);
const uuidBox = (store: Uint8Array) =>
  box(
    'uuid',
    concat([
      bytesOfHex('d8fec3d61b0e483c92975828877ec481'),
      u32(0),
      ascii('manifest\0'),
      new Uint8Array(8),
      store,
    ]),
  );

// C2PA 2.1 (from memory): where the store is in each format.
const places: Readonly<Record<string, (file: Uint8Array) => Uint8Array>> = {
  'plain.jpg': (file) => signedFile(file, 2, inSegments(60_000)),
  'plain.png': (file) => signedFile(file, 33, (store) => pngChunk('caBX', store)),
  'boxed.jxl': (file) => signedFile(file, file.length, (store) => store),
  'plain.mp4': (file) => signedFile(file, file.length, uuidBox),
  'plain.heic': (file) => signedFile(file, file.length, uuidBox),
};

test.each(Object.entries(places))(
  '%s: claims are read, and the file is the signed one',
  async (name, sign) => {
    expect(await claimsOf(sign(samples.get(name)!))).toEqual({
      manifests: 1,
      generator: 'Tindra 2.1',
      actions: [
        { action: 'c2pa.created', when: '2026-03-04T10:20:30Z', by: 'Tindra 2' },
        { action: 'c2pa.color_adjustments', when: '', by: '' },
      ],
      ingredients: [{ title: 'kt41-02.jpg', relationship: 'parentOf' }],
      statements: 'match',
      file: 'matches',
    });
  },
);

test('a store in many segments of JPEG is put together', async () => {
  const file = signedFile(samples.get('plain.jpg')!, 2, inSegments(200));
  expect(await claimsOf(file)).toMatchObject({ statements: 'match', file: 'matches' });
});

test('in WebP the size of the file is stated in front of the store', async () => {
  const file = concat([
    samples.get('lossy.webp')!,
    riffChunk(manifestStore({ exclusions: [], hash: new Uint8Array(32) })),
  ]);
  new DataView(file.buffer).setUint32(4, file.length - 8, true);
  expect(await claimsOf(file)).toMatchObject({ generator: 'Tindra 2.1', file: 'differs' });
});

test('a changed file and a changed statement are found', async () => {
  const file = places['plain.jpg']!(samples.get('plain.jpg')!);
  const later = file.slice();
  later[later.length - 10]! ^= 1;
  expect(await claimsOf(later)).toMatchObject({ statements: 'match', file: 'differs' });
  const stated = file.slice();
  stated[indexOfBytes(stated, ascii('color_adj'))] = ascii('k')[0]!;
  expect(await claimsOf(stated)).toMatchObject({ statements: 'differ' });
});

test('a store that is cut, nested too deep or no store gives no claims, and no error', async () => {
  const jpeg = samples.get('plain.jpg')!;
  expect(await claimsOf(jpeg)).toBeUndefined();
  const store = manifestStore({ exclusions: [], hash: new Uint8Array(32) });
  const cut = inSegments(60_000)(store.subarray(0, 300));
  expect(await claimsOf(concat([jpeg.subarray(0, 2), cut, jpeg.subarray(2)]))).toBeUndefined();
  let deep: Uint8Array = store;
  for (let n = 0; n < 20; n++) deep = box('jumb', concat([store.subarray(8, 8 + 38), deep]));
  const nested = inSegments(60_000)(deep);
  expect(await claimsOf(concat([jpeg.subarray(0, 2), nested, jpeg.subarray(2)]))).toBeUndefined();
});
