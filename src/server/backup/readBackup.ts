import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { extract } from 'tar-stream';
import { BackupError } from './backupError';
import { MOST_INFO_BYTES, MOST_PART_BYTES, tableOfPart } from './format';
import { isSealed, opening } from './seal';

export interface ArchiveEntry {
  readonly name: string;
  readonly bytes: Buffer;
}

/** The entries of an archive in their order, each whole. Throws a BackupError for what is no archive. */
export async function* entriesOf(file: string, passphrase?: string): AsyncGenerator<ArchiveEntry> {
  const sealed = await isSealed(file);
  if (sealed && passphrase === undefined) throw new BackupError('sealed');
  await refuseOther(file, sealed);
  const raw = createReadStream(file);
  const archive = extract();
  // What goes wrong on the way ends the archive with its error, which the loop below throws.
  const way = sealed
    ? [raw, await opening(passphrase!), createGunzip(), archive]
    : [raw, createGunzip(), archive];
  pipeline(way as unknown as [Readable, NodeJS.WritableStream], () => undefined);
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

/** The first bytes of gzip (RFC 1952, 2.3.1). */
async function refuseOther(file: string, sealed: boolean): Promise<void> {
  if (sealed) return;
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
  if (code === 'Z_BUF_ERROR' || /unexpected end/i.test(message)) return new BackupError('cut-off');
  if (code.startsWith('Z_') || /tar header|invalid/i.test(message)) return new BackupError('damaged');
  return error;
}
