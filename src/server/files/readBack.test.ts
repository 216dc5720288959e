import type { Edit } from '@/core/containers/container';
import { CrashLayer } from '../../../tests/fixtures/crashLayer';
import { applyEdits } from './applyEdits';
import { createFile } from './createFile';
import { writeInPlace } from './inPlace';
import type { FileLayer, LayerFile } from './layer';

/* What a disk gives back is compared with what was written; the head of a file changes last. */

const former = new Uint8Array(3000).map((_, i) => i % 251);
const path = '/a/picture.jpg';
/** A pointer in the head, and an appended area. */
const edits: Edit[] = [
  { kind: 'copy', start: 0, end: 4 },
  { kind: 'insert', bytes: new Uint8Array([9, 9, 9, 9]) },
  { kind: 'copy', start: 8, end: 3000 },
  { kind: 'insert', bytes: new Uint8Array(500).fill(7) },
];
const expected = { size: former.length, modifiedNs: 1n };
const verify = async () => undefined;

function disk(): CrashLayer {
  const layer = new CrashLayer();
  layer.put(path, former);
  return layer;
}

/** Every file that is written goes through `wrap`; others stay as they are. */
function through(layer: CrashLayer, wrap: (file: LayerFile) => LayerFile): FileLayer {
  return Object.assign(Object.create(layer) as FileLayer, {
    create: async (name: string) => wrap(await layer.create(name)),
    openForWriting: async (name: string) => wrap(await layer.openForWriting(name)),
  });
}

/** A disk that loses one bit of each write, and says nothing. */
const lying = (file: LayerFile): LayerFile => ({
  ...bound(file),
  write: (bytes, at) => {
    const wrong = bytes.slice();
    wrong[wrong.length - 1]! ^= 1;
    return file.write(wrong, at);
  },
});
const bound = (file: LayerFile): LayerFile => ({
  stat: () => file.stat(),
  read: (into, at) => file.read(into, at),
  write: (bytes, at) => file.write(bytes, at),
  truncate: (size) => file.truncate(size),
  sync: () => file.sync(),
  close: () => file.close(),
});

test('a new file whose bytes come back different gets no name', async () => {
  const layer = disk();
  await expect(
    createFile('/a/new.xmp', new Uint8Array([1, 2, 3]), through(layer, lying)),
  ).rejects.toMatchObject({ code: 'read-back-differs' });
  expect(layer.allNames()).toEqual([path]);
});

test.each(['replace', 'new'] as const)(
  'a copy (%s) whose bytes come back different is not put in place',
  async (mode) => {
    const layer = disk();
    const target = mode === 'replace' ? path : '/a/copy.jpg';
    const request = { source: path, target, edits, mode, expected, times: 'now' as const, verify };
    await expect(applyEdits(request, through(layer, lying))).rejects.toMatchObject({
      code: 'read-back-differs',
    });
    expect(layer.bytesOf(path)).toEqual(former);
    expect(layer.allNames()).toEqual([path]);
  },
);

test('in place, bytes that come back different are told as such', async () => {
  const layer = disk();
  let lies = 0;
  // It lies once, on the picture; putting back what was there then goes well.
  const once = (file: LayerFile): LayerFile => ({
    ...bound(file),
    write: (bytes, at) => (at === 4 && lies++ === 0 ? lying(file).write(bytes, at) : file.write(bytes, at)),
  });
  const [outcome] = await writeInPlace([{ path, edits, expected, verify }], '/undo', through(layer, once));
  expect(outcome).toMatchObject({ error: { code: 'read-back-differs' } });
  expect(layer.bytesOf(path)).toEqual(former);
});

test('in place, what is appended is on the disk before the head points at it', async () => {
  const layer = disk();
  const acts: string[] = [];
  const recorded = (file: LayerFile): LayerFile => ({
    ...bound(file),
    write: (bytes, at) => {
      acts.push(at >= former.length ? 'append' : `write ${at}`);
      return file.write(bytes, at);
    },
    sync: () => {
      acts.push('sync');
      return file.sync();
    },
  });
  const onlyPicture = Object.assign(Object.create(layer) as FileLayer, {
    openForWriting: async (name: string) => recorded(await layer.openForWriting(name)),
  });
  await writeInPlace([{ path, edits, expected, verify }], '/undo', onlyPicture);
  expect(acts).toEqual(['append', 'sync', 'write 4', 'sync']);
});
