import { execFileSync } from 'node:child_process';
import {
  chmodSync,
  chownSync,
  existsSync,
  linkSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Edit } from '@/core/containers/container';
import { CrashLayer, PowerCut } from '../../../tests/fixtures/crashLayer';
import { applyEdits, editsBack, type InverseEdits, type WriteRequest } from './applyEdits';
import { diskLayer } from './diskLayer';

const former = new Uint8Array(3000).map((_, i) => i % 251);
const inserted = new Uint8Array([1, 2, 3, 4, 5]);
const edits: Edit[] = [
  { kind: 'copy', start: 0, end: 100 },
  { kind: 'insert', bytes: inserted },
  { kind: 'copy', start: 160, end: 3000 },
];
const wanted = new Uint8Array([...former.subarray(0, 100), ...inserted, ...former.subarray(160)]);

function request(
  source: string,
  target: string,
  mode: WriteRequest['mode'],
  more: Partial<WriteRequest> = {},
): WriteRequest {
  return {
    source,
    target,
    edits,
    mode,
    expected: { size: former.length, modifiedNs: 1n },
    times: 'now',
    verify: async () => undefined,
    ...more,
  };
}

async function stoppedAt(
  n: number,
  mode: WriteRequest['mode'],
): Promise<{ layer: CrashLayer; finished: boolean; kept: InverseEdits | undefined }> {
  const layer = new CrashLayer(n);
  layer.put('/a/picture.jpg', former);
  let kept: InverseEdits | undefined;
  const target = mode === 'replace' ? '/a/picture.jpg' : '/b/picture.jpg';
  const keepInverseEdits = async (edits: InverseEdits) => {
    kept = edits;
  };
  try {
    await applyEdits(request('/a/picture.jpg', target, mode, { keepInverseEdits }), layer);
    return { layer, finished: true, kept };
  } catch (error) {
    if (!(error instanceof PowerCut)) throw error;
    return { layer, finished: false, kept };
  }
}

test('a replaced file is the former or the wanted one, whole, wherever the power goes', async () => {
  for (let n = 0; ; n++) {
    const { layer, finished, kept } = await stoppedAt(n, 'replace');
    for (const namesArrived of [false, true]) {
      const found = layer.afterPowerCut('/a/picture.jpg', namesArrived);
      const isWanted = Buffer.compare(found!, wanted) === 0;
      expect(isWanted || Buffer.compare(found!, former) === 0).toBe(true);
      // The undo data is stored before the new file is there.
      expect(!isWanted || kept !== undefined).toBe(true);
      expect(!finished || isWanted).toBe(true);
    }
    if (finished) break;
    expect(n).toBeLessThan(60);
  }
});

test('a new file is not there or whole, and its source never changes', async () => {
  for (let n = 0; ; n++) {
    const { layer, finished } = await stoppedAt(n, 'new');
    for (const namesArrived of [false, true]) {
      const found = layer.afterPowerCut('/b/picture.jpg', namesArrived);
      expect(found ?? wanted).toEqual(wanted);
      expect(found !== undefined || !finished).toBe(true);
      expect(layer.afterPowerCut('/a/picture.jpg', namesArrived)).toEqual(former);
    }
    if (finished) break;
  }
});

test('nothing unfinished is left where an error, not the power, ends it', async () => {
  const layer = new CrashLayer();
  layer.put('/a/picture.jpg', former);
  const failing = request('/a/picture.jpg', '/a/picture.jpg', 'replace', {
    verify: async () => Promise.reject(new Error('differs')),
  });
  await expect(applyEdits(failing, layer)).rejects.toThrow('differs');
  expect(layer.allNames()).toEqual(['/a/picture.jpg']);
});

describe('on a real disk', () => {
  let folder = '';
  const at = (name: string) => path.join(folder, name);
  const stat = (name: string) => diskLayer.stat(at(name));
  beforeEach(() => {
    folder = mkdtempSync(path.join(tmpdir(), 'fabrica-'));
    writeFileSync(at('a.jpg'), former);
  });
  afterEach(() => rmSync(folder, { recursive: true }));

  test('the way back makes the former file, byte for byte', async () => {
    let edits: InverseEdits | undefined;
    const keepInverseEdits = async (one: InverseEdits) => {
      edits = one;
    };
    const done = await applyEdits(
      request(at('a.jpg'), at('a.jpg'), 'replace', { expected: await stat('a.jpg'), keepInverseEdits }),
    );
    expect(new Uint8Array(readFileSync(at('a.jpg')))).toEqual(wanted);
    expect(done.digest).toBe(edits!.digestAfter);
    expect(edits!.formerBytes).toHaveLength(60);
    await applyEdits(
      request(at('a.jpg'), at('a.jpg'), 'replace', {
        expected: await stat('a.jpg'),
        edits: editsBack(edits!.pieces, edits!.formerBytes),
      }),
    );
    expect(new Uint8Array(readFileSync(at('a.jpg')))).toEqual(former);
  });

  // Only root may give files away.
  (process.getuid?.() === 0 ? test : test.skip)('the owner survives', async () => {
    chownSync(at('a.jpg'), 12345, 54321);
    await applyEdits(request(at('a.jpg'), at('a.jpg'), 'replace', { expected: await stat('a.jpg') }));
    expect(statSync(at('a.jpg'))).toMatchObject({ uid: 12345, gid: 54321 });
  });

  test('mode and extended attributes survive, times as asked', async () => {
    chmodSync(at('a.jpg'), 0o640);
    execFileSync('setfattr', ['-n', 'user.desk', '-v', 'kept', at('a.jpg')]);
    utimesSync(at('a.jpg'), 1_700_000_000, 1_700_000_000);
    await applyEdits(
      request(at('a.jpg'), at('a.jpg'), 'replace', { expected: await stat('a.jpg'), times: 'keep' }),
    );
    expect(statSync(at('a.jpg')).mode & 0o777).toBe(0o640);
    expect(statSync(at('a.jpg')).mtimeMs).toBe(1_700_000_000_000);
    expect(
      execFileSync('getfattr', ['--only-values', '-n', 'user.desk', at('a.jpg')], { encoding: 'utf8' }),
    ).toBe('kept');
  });

  test.each([
    ['a symbolic link', 'symbolic-link', () => symlinkSync(at('a.jpg'), at('b.jpg'))],
    ['a hard link', 'hard-link', () => linkSync(at('a.jpg'), at('b.jpg'))],
  ])('%s is reported, not broken', async (_, code, make) => {
    make();
    await expect(
      applyEdits(request(at('b.jpg'), at('b.jpg'), 'replace', { expected: await stat('a.jpg') })),
    ).rejects.toMatchObject({ code });
    expect(new Uint8Array(readFileSync(at('a.jpg')))).toEqual(former);
  });

  test('a file that changed since it was read is not written', async () => {
    const expected = await stat('a.jpg');
    writeFileSync(at('a.jpg'), new Uint8Array(10));
    await expect(
      applyEdits(request(at('a.jpg'), at('a.jpg'), 'replace', { expected })),
    ).rejects.toMatchObject({ code: 'changed-meanwhile' });
    expect(statSync(at('a.jpg')).size).toBe(10);
  });

  test('a change while writing is noticed before the name is given', async () => {
    const verify = async () => writeFileSync(at('a.jpg'), new Uint8Array(7));
    await expect(
      applyEdits(request(at('a.jpg'), at('a.jpg'), 'replace', { expected: await stat('a.jpg'), verify })),
    ).rejects.toMatchObject({ code: 'changed-meanwhile' });
    expect(statSync(at('a.jpg')).size).toBe(7);
    expect(readdirSync(folder)).toEqual(['a.jpg']);
  });

  test('a taken name is not overwritten', async () => {
    writeFileSync(at('b.jpg'), 'mine');
    await expect(
      applyEdits(request(at('a.jpg'), at('b.jpg'), 'new', { expected: await stat('a.jpg') })),
    ).rejects.toMatchObject({ code: 'already-there' });
    expect(readFileSync(at('b.jpg'), 'utf8')).toBe('mine');
    expect(existsSync(at('b.jpg'))).toBe(true);
  });
});
