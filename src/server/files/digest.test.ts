import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { digestOf, digestOfBytes, isOneOf, kindOfDigest } from './digest';
import { withFile } from './source';

/** GNU coreutils are the oracle: b2sum (BLAKE2b-512, RFC 7693) and sha256sum (FIPS 180-4). */
let folder = '';
let file = '';
const bytes = Uint8Array.from({ length: 2_500_001 }, (_, i) => (i * 31 + (i >> 9)) & 0xff);
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'fabrica-'));
  file = path.join(folder, 'a.jpg');
  writeFileSync(file, bytes);
});
afterAll(() => rmSync(folder, { recursive: true }));

const sum = (program: string) => execFileSync(program, [file], { encoding: 'utf8' }).split(' ')[0]!;
const ofFile = (like?: string) => withFile(file, (one, stat) => digestOf(one, stat.size, like));

test('a digest is what b2sum prints, over several chunks and in one', async () => {
  expect(await ofFile()).toBe(sum('b2sum'));
  expect(digestOfBytes(bytes)).toBe(sum('b2sum'));
});

test('a digest of before is known by its length, and compared with one of its own kind', async () => {
  const before = sum('sha256sum');
  expect(kindOfDigest(before)).toBe('sha256');
  expect(await ofFile(before)).toBe(before);
});

test('a file is one of several by digests of either kind, and not by others or none', async () => {
  const isOne = (...digests: string[]) => withFile(file, (one, stat) => isOneOf(one, stat.size, digests));
  expect(await isOne(sum('sha256sum'))).toBe(true);
  expect(await isOne('', 'f'.repeat(64), sum('b2sum'))).toBe(true);
  expect(await isOne('f'.repeat(64), 'f'.repeat(128))).toBe(false);
  expect(await isOne('')).toBe(false);
});
