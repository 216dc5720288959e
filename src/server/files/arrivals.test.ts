import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type Arriving, arrivedSoFar, isArrival, sweepArrivals, takePiece } from './arrivals';

let root = '';
beforeEach(() => {
  root = mkdtempSync(path.join(tmpdir(), 'fabrica-arrivals-'));
});
afterEach(() => rmSync(root, { recursive: true }));

const file = (name: string, size: number): Arriving => ({ name, size, modified: 1 });
const shown = () => readdirSync(root).filter((name) => !name.startsWith('.'));
const piece = (text: string) => new Blob([text]).stream() as ReadableStream<Uint8Array>;

test('in pieces, and where it was cut off it goes on', async () => {
  const one = file('a.jpg', 6);
  expect(await takePiece(root, one, 0, piece('abc'))).toEqual({ received: 3 });
  expect(readdirSync(root).every((name) => name.startsWith('.'))).toBe(true);
  expect(await arrivedSoFar(root, one)).toEqual({ received: 3 });
  // Sent again, or from too far on: not taken, and told where to go on.
  expect(await takePiece(root, one, 0, piece('abc'))).toEqual({ received: 3 });
  expect(await takePiece(root, one, 5, piece('f'))).toEqual({ received: 3 });
  expect(await takePiece(root, one, 3, piece('def'))).toEqual({ received: 6, target: 'a.jpg' });
  expect(readFileSync(path.join(root, 'a.jpg'), 'utf8')).toBe('abcdef');
  expect(shown()).toEqual(['a.jpg']);
});

// The answer to the last piece was lost: the client sent all of it again, and the file lay there twice.
test('sent again after it came whole, it is known and taken once, until it is gone', async () => {
  const one = file('a.jpg', 3);
  expect(await takePiece(root, one, 0, piece('abc'))).toEqual({ received: 3, target: 'a.jpg' });
  expect(await arrivedSoFar(root, one)).toEqual({ received: 3, target: 'a.jpg' });
  expect(await takePiece(root, one, 0, piece('abc'))).toEqual({ received: 3, target: 'a.jpg' });
  expect(shown()).toEqual(['a.jpg']);
  rmSync(path.join(root, 'a.jpg'));
  expect(await arrivedSoFar(root, one)).toEqual({ received: 0 });
  expect(await takePiece(root, one, 0, piece('abc'))).toEqual({ received: 3, target: 'a.jpg' });
});

// Sending ended before: the client had nothing left to send, and the file stayed hidden.
test('whole, but cut off before it got its name, it gets it when one asks', async () => {
  const one = file('a.jpg', 6);
  await takePiece(root, one, 0, piece('abc'));
  const [part] = readdirSync(root);
  writeFileSync(path.join(root, part!), 'abcdef');
  expect(await arrivedSoFar(root, one)).toEqual({ received: 6, target: 'a.jpg' });
  expect(shown()).toEqual(['a.jpg']);
});

test('a taken name is never overwritten; folders come along, made safe', async () => {
  writeFileSync(path.join(root, 'a.jpg'), 'before');
  expect((await takePiece(root, file('a.jpg', 1), 0, piece('x'))).target).toBe('a-2.jpg');
  expect((await takePiece(root, file('../../card/con/a.jpg', 1), 0, piece('x'))).target).toBe(
    'card/_con/a.jpg',
  );
  expect(readFileSync(path.join(root, 'a.jpg'), 'utf8')).toBe('before');
});

// Both were written behind each other: a file of twice its size, in half of the tries.
test('one file that is sent twice at once is whole, once', async () => {
  const one = file('a.jpg', 300_000);
  const text = Array.from({ length: 300_000 }, (_, i) => String.fromCharCode(97 + (i % 26))).join('');
  const send = async () => {
    for (let at = 0; at < text.length; ) {
      const { received } = await takePiece(root, one, at, piece(text.slice(at, at + 100_000)));
      if (received <= at && received < text.length && at > 0) throw new Error('sending does not go on');
      at = received;
    }
  };
  await Promise.all([send(), send(), send()].map((sent) => sent.catch(() => undefined)));
  for (const name of readdirSync(root).filter((one) => !one.startsWith('.')))
    expect(readFileSync(path.join(root, name), 'utf8')).toBe(text);
  expect(readdirSync(root)).toContain('a.jpg');
});

test('what there is no room for is refused before it is sent', async () => {
  const huge = file('a.jpg', Number.MAX_SAFE_INTEGER);
  await expect(takePiece(root, huge, 0, piece('abc'))).rejects.toMatchObject({ code: 'no-space' });
});

test('what was begun and never ended goes after a day', async () => {
  await takePiece(root, file('a.jpg', 6), 0, piece('abc'));
  writeFileSync(path.join(root, '.arriving-other'), 'not ours');
  await sweepArrivals(root, Date.now() + 23 * 3600e3);
  expect(readdirSync(root)).toHaveLength(2);
  await sweepArrivals(root, Date.now() + 25 * 3600e3);
  expect(readdirSync(root)).toEqual(['.arriving-other']);
});

test('more than was announced is refused', async () => {
  await expect(takePiece(root, file('a.jpg', 2), 0, piece('abc'))).rejects.toMatchObject({
    code: 'too-large',
  });
  expect(readdirSync(root).filter((name) => !name.startsWith('.'))).toEqual([]);
});

test.each([
  ['a.jpg', true],
  ['a.XMP', true],
  ['a.exe', false],
  ['a', false],
])('%s is taken: %s', (name, taken) => {
  expect(isArrival(name)).toBe(taken);
});
