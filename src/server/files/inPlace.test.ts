import type { Edit } from '@/core/containers/container';
import { CrashLayer, PowerCut } from '../../../tests/fixtures/crashLayer';
import { fitsInPlace, type InPlaceRequest, writeInPlace } from './inPlace';
import { recoverOne } from './recover';

const former = new Uint8Array(3000).map((_, i) => i % 251);
const path = '/a/picture.jpg';

/** The span [100, 400): two texts change, what lies between moves. */
const span: Edit[] = [
  { kind: 'copy', start: 0, end: 100 },
  { kind: 'insert', bytes: new Uint8Array(70).fill(1) },
  { kind: 'copy', start: 150, end: 350 },
  { kind: 'insert', bytes: new Uint8Array(30).fill(2) },
  { kind: 'copy', start: 400, end: 3000 },
];
/** A pointer in the head, and an appended area. */
const appended: Edit[] = [
  { kind: 'copy', start: 0, end: 4 },
  { kind: 'insert', bytes: new Uint8Array([9, 9, 9, 9]) },
  { kind: 'copy', start: 8, end: 3000 },
  { kind: 'insert', bytes: new Uint8Array(500).fill(7) },
];

const made = (edits: readonly Edit[]) =>
  new Uint8Array(
    edits.flatMap((edit) => [...(edit.kind === 'copy' ? former.subarray(edit.start, edit.end) : edit.bytes)]),
  );

function request(edits: readonly Edit[], more: Partial<InPlaceRequest> = {}): InPlaceRequest {
  return { path, edits, expected: { size: 3000, modifiedNs: 1n }, verify: async () => undefined, ...more };
}

function disk(stopAt?: number): CrashLayer {
  const layer = new CrashLayer(stopAt);
  layer.put(path, former);
  return layer;
}

const records = (layer: CrashLayer) => layer.allNames().filter((name) => name.startsWith('/undo/'));

test.each([
  ['a span', span],
  ['an appended area', appended],
])('%s is written into the file, and no record, lock or unfinished file stays', async (_, edits) => {
  const layer = disk();
  const [outcome] = await writeInPlace([request(edits)], '/undo', layer);
  expect(outcome).toHaveProperty('stat');
  expect(layer.bytesOf(path)).toEqual(made(edits));
  expect(layer.allNames()).toEqual([path]);
});

test.each([
  ['a span', span],
  ['an appended area', appended],
])('%s: wherever the power goes, start-up makes the file the former or the wanted one', async (_, edits) => {
  const wanted = made(edits);
  for (let n = 1; ; n++) {
    const layer = disk(n);
    const finished = await writeInPlace([request(edits)], '/undo', layer).then(
      ([one]) => 'stat' in one!,
      (error) => {
        if (!(error instanceof PowerCut)) throw error;
        return false;
      },
    );
    for (const bytesArrived of [false, true]) {
      const after = layer.restarted(bytesArrived);
      for (const record of records(after)) await recoverOne(record, after, true);
      const found = Buffer.from(after.bytesOf(path)!);
      expect([n, bytesArrived, found.equals(former) || found.equals(wanted)]).toEqual([
        n,
        bytesArrived,
        true,
      ]);
      expect(records(after)).toEqual([]);
      expect(!finished || found.equals(wanted)).toBe(true);
    }
    if (finished) break;
    expect(n).toBeLessThan(100);
  }
});

test('a file that another program changed after the kill is left alone by the start-up', async () => {
  const stopped = disk(8);
  const outcomes = await writeInPlace([request(span)], '/undo', stopped).catch(() => []);
  expect(outcomes.some((one) => 'stat' in one)).toBe(false);
  const after = stopped.restarted(true);
  const changed = former.slice().fill(77, 90, 200);
  after.put(path, changed);
  for (const record of records(after))
    expect(await recoverOne(record, after, true)).toEqual([{ path, outcome: 'left-alone' }]);
  expect(after.bytesOf(path)).toEqual(changed);
});

test('where the result does not verify, the former bytes are put back', async () => {
  const layer = disk();
  const verify = async () => {
    throw new Error('differs');
  };
  const [outcome] = await writeInPlace([request(appended, { verify })], '/undo', layer);
  expect(outcome).toHaveProperty('error');
  expect(layer.bytesOf(path)).toEqual(former);
});

test('where the former bytes cannot be put back, the record stays, and the next start-up does it', async () => {
  const layer = disk();
  let writes = 0;
  const failing = Object.assign(Object.create(layer) as CrashLayer, {
    openForWriting: async (name: string) => {
      const file = await layer.openForWriting(name);
      const write = async (bytes: Uint8Array, at: number) => {
        if (++writes > 1) throw Object.assign(new Error('full'), { code: 'ENOSPC' });
        return file.write(bytes, at);
      };
      return { ...file, write };
    },
  });
  const [outcome] = await writeInPlace([request(appended)], '/undo', failing);
  expect(outcome).toMatchObject({ unsettled: true });
  expect(layer.bytesOf(path)).not.toEqual(former);
  for (const record of records(layer)) await recoverOne(record, layer, true);
  expect(layer.bytesOf(path)).toEqual(former);
});

test('a file that changed since it was planned is not touched; others of the group are written', async () => {
  const layer = disk();
  layer.put('/a/other.jpg', former);
  const stale = request(span, { expected: { size: 3000, modifiedNs: 5n } });
  const outcomes = await writeInPlace([stale, request(span, { path: '/a/other.jpg' })], '/undo', layer);
  expect(outcomes[0]).toMatchObject({ error: { code: 'changed-meanwhile' } });
  expect(layer.bytesOf(path)).toEqual(former);
  expect(layer.bytesOf('/a/other.jpg')).toEqual(made(span));
});

test('a file that stands in a group twice is written once', async () => {
  const layer = disk();
  const outcomes = await writeInPlace([request(span), request(appended)], '/undo', layer);
  expect(outcomes[1]).toMatchObject({ error: { code: 'changed-meanwhile' } });
  expect(layer.bytesOf(path)).toEqual(made(span));
});

test('a plan that shrinks the file or moves the picture is no plan for writing in place', () => {
  expect(fitsInPlace(span, 3000)).toBe(true);
  expect(fitsInPlace(appended, 3000)).toBe(true);
  expect(fitsInPlace([{ kind: 'copy', start: 10, end: 3000 }], 3000)).toBe(false);
  const shifted: Edit[] = [
    { kind: 'insert', bytes: new Uint8Array(10) },
    { kind: 'copy', start: 0, end: 6_000_000 },
  ];
  expect(fitsInPlace(shifted, 6_000_000)).toBe(false);
});
