import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { extract } from 'tar-stream';
import { BackupError } from './backupError';
import { createDecryption, isEncrypted } from './encryption';
import { MOST_INFO_BYTES, MOST_PART_BYTES, tableOfPart } from './format';

export interface ArchiveEntry {
  readonly name: string;
  readonly bytes: Buffer;
}

/** Yields the entries of an archive in order. Throws a BackupError if the file is not a valid archive. */
export async function* entriesOf(file: string, passphrase?: string): AsyncGenerator<ArchiveEntry> {
  const encrypted = await isEncrypted(file);
  if (encrypted && passphrase === undefined) throw new BackupError('encrypted');
  await requireGzip(file, encrypted);
  const raw = createReadStream(file);
  const archive = extract();
  // An error in any stream destroys the archive stream; the loop below throws it.
  const streams = encrypted
    ? [raw, await createDecryption(passphrase!), createGunzip(), archive]
    : [raw, createGunzip(), archive];
  pipeline(streams as unknown as [Readable, NodeJS.WritableStream], () => undefined);
  try {
    for await (const entry of archive) {
      const { name, type, size = 0 } = entry.header;
      const most = tableOfPart(name) ? MOST_PART_BYTES : MOST_INFO_BYTES;
      if (type !== 'file' || size > most) throw new BackupError('not-a-backup');
      const chunks: Buffer[] = [];
      for await (const chunk of entry) chunks.push(chunk as Buffer);
      yield { name, bytes: Buffer.concat(chunks) };
    }
  } catch (error) {
    throw asBackupError(error);
  } finally {
    raw.destroy();
  }
}

/** Throws unless the file begins with the magic bytes of gzip (RFC 1952, 2.3.1). */
async function requireGzip(file: string, encrypted: boolean): Promise<void> {
  if (encrypted) return;
  const handle = await open(file, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(2), 0, 2, 0);
    if (bytesRead < 2 || buffer[0] !== 0x1f || buffer[1] !== 0x8b) throw new BackupError('not-a-backup');
  } finally {
    await handle.close();
  }
}

function asBackupError(error: unknown): unknown {
  if (error instanceof BackupError) return error;
  const { code = '', message = '' } = error as { code?: string; message?: string };
  if (code === 'Z_BUF_ERROR' || /unexpected end/i.test(message)) return new BackupError('truncated');
  if (code.startsWith('Z_') || /tar header|invalid/i.test(message)) return new BackupError('damaged');
  return error;
}
