import { createHash } from 'node:crypto';
import Ajv from 'ajv';
import { BackupError } from './backupError';
import {
  BACKUP_FORMAT,
  BACKUP_VERSION,
  type BackupHeader,
  CHECKSUMS_NAME,
  HEADER_NAME,
  SCHEMA_NAME,
  tableOfPart,
} from './format';
import { entriesOf } from './readBackup';

const ajv = new Ajv();
const isHeader = ajv.compile<BackupHeader>({
  type: 'object',
  properties: {
    format: { const: BACKUP_FORMAT },
    version: { type: 'integer', minimum: 1 },
    madeAt: { type: 'string', maxLength: 40 },
    schema: { type: 'integer', minimum: 0 },
    undoData: { type: 'boolean' },
    rows: { type: 'object', additionalProperties: { type: 'integer', minimum: 0 } },
  },
  required: ['format', 'version', 'madeAt', 'schema', 'undoData', 'rows'],
});
const isChecksums = ajv.compile<Readonly<Record<string, string>>>({
  type: 'object',
  additionalProperties: { type: 'string', pattern: '^[0-9a-f]{64}$' },
});

/** Parses the first entry. Throws a BackupError if the file is not a backup or was made by a newer version. */
function headerIn(name: string, bytes: Buffer): BackupHeader {
  const header = name === HEADER_NAME ? parsed(bytes) : undefined;
  if (!isHeader(header)) throw new BackupError('not-a-backup');
  if (header.version > BACKUP_VERSION) throw new BackupError('newer');
  return header;
}

/** Reads only the header of an archive. */
export async function readHeader(file: string, passphrase?: string): Promise<BackupHeader> {
  for await (const { name, bytes } of entriesOf(file, passphrase)) return headerIn(name, bytes);
  throw new BackupError('not-a-backup');
}

export interface CheckedBackup {
  readonly header: BackupHeader;
  readonly checksums: ReadonlyMap<string, string>;
}

/** Reads an entire archive and compares it with its row counts and checksums. Throws a BackupError. */
export async function checkBackup(file: string, passphrase?: string): Promise<CheckedBackup> {
  let header: BackupHeader | undefined;
  let expected: Readonly<Record<string, string>> | undefined;
  const found = new Map<string, string>();
  const rows: Record<string, number> = {};
  for await (const { name, bytes } of entriesOf(file, passphrase)) {
    if (!header) header = headerIn(name, bytes);
    else if (expected) throw new BackupError('damaged');
    else if (name === CHECKSUMS_NAME) expected = checksumsIn(bytes);
    else if (name !== SCHEMA_NAME) {
      const table = tableOfPart(name);
      if (!table || !(table in header.rows) || found.has(name)) throw new BackupError('damaged');
      found.set(name, createHash('sha256').update(bytes).digest('hex'));
      rows[table] = (rows[table] ?? 0) + lineCount(bytes);
    }
  }
  if (!header) throw new BackupError('not-a-backup');
  if (!expected) throw new BackupError('truncated');
  const isSame = (one: Readonly<Record<string, unknown>>, other: Readonly<Record<string, unknown>>) =>
    Object.keys({ ...one, ...other }).every((key) => one[key] === other[key]);
  const filled = Object.fromEntries(Object.entries(header.rows).filter(([, count]) => count > 0));
  if (!isSame(expected, Object.fromEntries(found)) || !isSame(filled, rows)) throw new BackupError('damaged');
  return { header, checksums: found };
}

function checksumsIn(bytes: Buffer): Readonly<Record<string, string>> {
  const value = parsed(bytes);
  if (!isChecksums(value)) throw new BackupError('damaged');
  return value;
}

function parsed(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString());
  } catch {
    return undefined;
  }
}

function lineCount(bytes: Buffer): number {
  let count = 0;
  for (let at = bytes.indexOf(10); at >= 0; at = bytes.indexOf(10, at + 1)) count++;
  return count;
}
