// The limit for writing copies: copy, read back and compare, fsync, rename, file by file.
import { createHash } from 'node:crypto';
import { closeSync, fsyncSync, openSync, readSync, renameSync, writeSync } from 'node:fs';
import path from 'node:path';

// With --digest it keeps a BLAKE2b-512 of each, as copies that are to be checked later need.
const [first, ...rest] = process.argv.slice(2);
const keepsDigest = first === '--digest';
const [to, ...files] = keepsDigest ? rest : [first, ...rest];
const CHUNK = 1024 * 1024;
const buffer = Buffer.allocUnsafe(CHUNK);
const found = Buffer.allocUnsafe(CHUNK);
for (const file of files) {
  const source = openSync(file, 'r');
  const part = path.join(to, `.${path.basename(file)}.part`);
  const out = openSync(part, 'wx+');
  let at = 0;
  for (let n = readSync(source, buffer, 0, CHUNK, at); n > 0; n = readSync(source, buffer, 0, CHUNK, at)) {
    writeSync(out, buffer, 0, n, at);
    at += n;
  }
  fsyncSync(out);
  const hash = keepsDigest ? createHash('blake2b512') : undefined;
  for (let from = 0; from < at; from += CHUNK) {
    const n = readSync(source, buffer, 0, CHUNK, from);
    readSync(out, found, 0, n, from);
    hash?.update(found.subarray(0, n));
    if (buffer.compare(found, 0, n, 0, n) !== 0) throw new Error(file);
  }
  hash?.digest('hex');
  closeSync(out);
  closeSync(source);
  renameSync(part, path.join(to, path.basename(file)));
  const folder = openSync(to, 'r');
  fsyncSync(folder);
  closeSync(folder);
}
