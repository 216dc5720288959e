import path from 'node:path';

/**
 * A backup is a tar archive (POSIX.1-2001 ustar), compressed with gzip (RFC 1952):
 *
 *     backup.json              format, time, and the number of rows per table
 *     schema.json              JSON Schemas of the rows, per table
 *     rows/TABLE/00001.jsonl   rows as JSON lines (PostgreSQL's row_to_json), in parts
 *     checksums.json           SHA-256 of each part; missing if the archive is truncated
 *
 * Parts are ordered so that a row follows the rows it references. See docs/BACKUP.md.
 */
export const BACKUP_FORMAT = 'fabrica-backup';
export const BACKUP_VERSION = 1;

export const HEADER_NAME = 'backup.json';
export const SCHEMA_NAME = 'schema.json';
export const CHECKSUMS_NAME = 'checksums.json';

/** The first entry of an archive. */
export interface BackupHeader {
  readonly format: typeof BACKUP_FORMAT;
  readonly version: number;
  /** RFC 3339. */
  readonly madeAt: string;
  /** Timestamp of the database's newest migration, in ms; identifies the schema of the rows. */
  readonly schema: number;
  readonly undoData: boolean;
  readonly rows: Readonly<Record<string, number>>;
}

/** Target size of a part, in bytes; a single row may exceed it. */
export const PART_BYTES = 4 * 2 ** 20;
/** Upper bound of a part, in bytes. Request limits bound the largest column value. */
export const MOST_PART_BYTES = 256 * 2 ** 20;
/** Upper bound of the header, the schemas and the checksums, in bytes. */
export const MOST_INFO_BYTES = 16 * 2 ** 20;

export const partName = (table: string, number: number): string =>
  `rows/${table}/${String(number).padStart(5, '0')}.jsonl`;

const PART = /^rows\/([a-z_]{1,63})\/\d{5,8}\.jsonl$/;
/** Returns the table of a part; undefined for other entries. */
export const tableOfPart = (name: string): string | undefined => PART.exec(name)?.[1];

const FILE =
  /^fabrica-(\d{4})-(\d\d)-(\d\d)-(\d\d)(\d\d)(\d\d)-([0-9a-f]{8})(?:_\d+)?\.tar\.gz(?:\.encrypted)?$/;
export const isBackupName = (name: string): boolean => FILE.test(name);

interface BackupNameParts {
  readonly madeAt: Date;
  /** Eight hexadecimal digits. */
  readonly installation: string;
  readonly isEncrypted: boolean;
  /** Distinguishes backups of the same second. */
  readonly number: number;
}

/** Returns a file name that sorts by time (UTC). */
export function backupName({ madeAt, installation, isEncrypted, number }: BackupNameParts): string {
  const [day, time] = madeAt.toISOString().split('T') as [string, string];
  const name = ['fabrica', day, time.slice(0, 8).replaceAll(':', ''), installation].join('-');
  return `${name}${number > 1 ? `_${number}` : ''}.tar.gz${isEncrypted ? '.encrypted' : ''}`;
}

/** Returns the installation in a backup's file name. */
export const installationInName = (name: string): string | undefined => FILE.exec(name)?.[7];

/** Returns the time in a backup's file name, in ms since 1970. */
export function timeInName(name: string): number {
  const [, year, month, day, hours, minutes, seconds] = FILE.exec(name)!;
  return Date.parse(`${year}-${month}-${day}T${hours}:${minutes}:${seconds}Z`);
}

/** Returns the temporary name of an archive that is being written. */
export const unfinishedName = (file: string): string =>
  path.join(path.dirname(file), `.${path.basename(file)}.part`);

/** True for the temporary name of an archive of this installation. */
export const isUnfinished = (name: string, installation: string): boolean =>
  name.startsWith('.') && name.endsWith('.part') && installationInName(name.slice(1, -5)) === installation;
