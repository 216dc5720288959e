import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type Arriving, arrivedSoFar, isArrival, takePiece } from './arrivals';

let root = '';
beforeEach(() => {
  root = mkdtempSync(path.join(tmpdir(), 'fabrica-arrivals-'));
});
afterEach(() => rmSync(root, { recursive: true }));

const file = (name: string, size: number): Arriving => ({ name, size, modified: 1 });
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
  expect(readdirSync(root)).toEqual(['a.jpg']);
});

// Sending ended before: the client had nothing left to send, and the file stayed hidden.
test('whole, but cut off before it got its name, it gets it when one asks', async () => {
  const one = file('a.jpg', 6);
  await takePiece(root, one, 0, piece('abc'));
  const [part] = readdirSync(root);
  writeFileSync(path.join(root, part!), 'abcdef');
  expect(await arrivedSoFar(root, one)).toEqual({ received: 6, target: 'a.jpg' });
  expect(readdirSync(root)).toEqual(['a.jpg']);
});

test('a taken name is never overwritten; folders come along, made safe', async () => {
  writeFileSync(path.join(root, 'a.jpg'), 'before');
  expect((await takePiece(root, file('a.jpg', 1), 0, piece('x'))).target).toBe('a-2.jpg');
  expect((await takePiece(root, file('../../card/con/a.jpg', 1), 0, piece('x'))).target).toBe(
    'card/_con/a.jpg',
  );
  expect(readFileSync(path.join(root, 'a.jpg'), 'utf8')).toBe('before');
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
