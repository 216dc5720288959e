import {
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { diskLayer } from './diskLayer';
import type { FileLayer } from './layer';
import { lockOf } from './lock';
import { machine } from './processMark';
import { recoverUndo, settleByHand, waitingChanges } from './recover';
import { keepUndo, type UndoRecord } from './undo';

const former = Buffer.from('former words of the file, and the picture behind them');
const bytes = Buffer.from('NEWER!');
const made = Buffer.concat([bytes, former.subarray(bytes.length)]);
/** A write that was cut off after three octets. */
const cutOff = Buffer.concat([bytes.subarray(0, 3), former.subarray(3)]);

let folder: string;
let undo: string;
let file: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'fabrica-recover-'));
  [undo, file] = [path.join(folder, 'undo'), path.join(folder, 'disk/a.jpg')];
  for (const one of [undo, path.dirname(file)]) mkdirSync(one);
});
afterEach(() => rmSync(folder, { recursive: true }));

/** The mark of a process of this machine that has ended: numbers go no higher (kernel, pid_max). */
const ended = `${machine} 4194305 1`;

async function left(content: Buffer, { writer = ended, more = {} }: { writer?: string; more?: object } = {}) {
  writeFileSync(file, content);
  const record: UndoRecord = {
    path: file,
    inode: String(statSync(file).ino),
    formerSize: former.length,
    newSize: made.length,
    writes: [{ at: 0, former: former.subarray(0, bytes.length), bytes }],
    ...more,
  };
  await keepUndo(undo, [record], undefined, writer);
}
const records = () => readdirSync(undo);

test('what a writer left unfinished before its record stood is swept away', async () => {
  writeFileSync(path.join(undo, `.fabrica-${machine}-4194305-0123456789abcdef.part`), 'half a rec');
  expect(await recoverUndo(undo)).toEqual([]);
  expect(records()).toEqual([]);
});

test.each([
  ['a mixture is rolled back', cutOff, 'rolled-back', former],
  ['a whole change is finished', made, 'finished', made],
  ['a change that had not begun is none', former, 'rolled-back', former],
  [
    'what another program made of it since is left alone',
    Buffer.from('theirs'),
    'left-alone',
    Buffer.from('theirs'),
  ],
])('%s', async (_, content, outcome, after) => {
  await left(content);
  expect(await recoverUndo(undo)).toEqual([{ path: file, outcome }]);
  expect(readFileSync(file)).toEqual(after);
  expect(records()).toEqual([]);
});

test('a disk that is not connected: the record waits, and the file is put right when it is back', async () => {
  await left(cutOff);
  const away = path.join(folder, 'away');
  renameSync(path.dirname(file), away);
  for (let again = 0; again < 2; again++)
    expect(await recoverUndo(undo)).toEqual([{ path: file, outcome: 'missing' }]);
  expect(await waitingChanges(undo)).toMatchObject([{ path: file, why: 'missing', index: 0 }]);
  renameSync(away, path.dirname(file));
  expect(await recoverUndo(undo)).toEqual([{ path: file, outcome: 'rolled-back' }]);
  expect(readFileSync(file)).toEqual(former);
  expect(await waitingChanges(undo)).toEqual([]);
});

test('a disk that numbers its files anew: what is clear is settled, a mixture waits for a person', async () => {
  await left(made, { more: { inode: '1' } });
  expect(await recoverUndo(undo)).toEqual([{ path: file, outcome: 'finished' }]);
  await left(cutOff, { more: { inode: '1' } });
  expect(await recoverUndo(undo)).toEqual([{ path: file, outcome: 'another-file' }]);
  expect(readFileSync(file)).toEqual(cutOff);
  const [waiting] = await waitingChanges(undo);
  expect(await settleByHand(undo, waiting!, 'put-back')).toBe('rolled-back');
  expect(readFileSync(file)).toEqual(former);
  expect(records()).toEqual([]);
});

test('another file under the same name is not touched, and the record is not given up', async () => {
  await left(Buffer.from('another card, another picture'), { more: { inode: '1' } });
  expect(await recoverUndo(undo)).toEqual([{ path: file, outcome: 'another-file' }]);
  const [waiting] = await waitingChanges(undo);
  expect(await settleByHand(undo, waiting!, 'put-back')).toBe('left-alone');
  expect(readFileSync(file, 'utf8')).toBe('another card, another picture');
});

test('a record of another host name waits; by hand it is settled, with the lock that was left', async () => {
  const writer = '00000000 17 5';
  await left(cutOff, { writer });
  writeFileSync(lockOf(file), writer);
  expect(await recoverUndo(undo)).toEqual([{ path: file, outcome: 'other-machine' }]);
  const [waiting] = await waitingChanges(undo);
  expect(waiting).toMatchObject({ why: 'other-machine' });
  expect(await settleByHand(undo, waiting!, 'put-back')).toBe('rolled-back');
  expect(readFileSync(file)).toEqual(former);
  expect(readdirSync(path.dirname(file))).toEqual(['a.jpg']);
});

test('left as it is: the record goes, the file stays', async () => {
  await left(cutOff, { more: { inode: '1' } });
  await recoverUndo(undo);
  const [waiting] = await waitingChanges(undo);
  expect(await settleByHand(undo, waiting!, 'leave')).toBe('given-up');
  expect(readFileSync(file)).toEqual(cutOff);
  expect(records()).toEqual([]);
  expect(await settleByHand(undo, waiting!, 'leave').catch(() => 'gone')).toBe('gone');
});

// Later runs write into a settled file: its old record must not roll them back.
test('of a group only what waits is kept', async () => {
  const other = path.join(path.dirname(file), 'b.jpg');
  writeFileSync(file, cutOff);
  const record = (name: string, inode: string): UndoRecord => ({
    path: name,
    inode,
    formerSize: former.length,
    newSize: made.length,
    writes: [{ at: 0, former: former.subarray(0, bytes.length), bytes }],
  });
  await keepUndo(undo, [record(file, String(statSync(file).ino)), record(other, '9')], undefined, ended);
  expect((await recoverUndo(undo)).map((one) => one.outcome)).toEqual(['rolled-back', 'missing']);
  writeFileSync(file, cutOff);
  expect(await recoverUndo(undo)).toEqual([{ path: other, outcome: 'missing' }]);
  expect(readFileSync(file)).toEqual(cutOff);
});

// Each worker runs the recovery when a run starts, while the other worker writes.
test('a record that goes while it is looked at is no failure', async () => {
  await left(cutOff);
  const gone = Object.assign(new Error('gone'), { code: 'ENOENT' });
  const released: FileLayer = { ...diskLayer, openForReading: async () => Promise.reject(gone) };
  expect(await recoverUndo(undo, released)).toEqual([]);
  const both = await Promise.all([recoverUndo(undo), recoverUndo(undo)]);
  expect(both.flat().map((one) => one.outcome)).toContain('rolled-back');
  expect(readFileSync(file)).toEqual(former);
  expect(records()).toEqual([]);
});

test('what a living process is writing is not touched', async () => {
  await left(cutOff, { writer: `${machine} ${process.pid} ` });
  expect(await recoverUndo(undo)).toEqual([]);
  expect(await waitingChanges(undo)).toEqual([]);
  expect(readFileSync(file)).toEqual(cutOff);
});
