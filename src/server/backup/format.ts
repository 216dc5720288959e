import path from 'node:path';

/**
 * A backup is a tar archive (POSIX.1-2001 ustar), compressed with gzip (RFC 1952):
 *
 *     backup.json              what it is, when it was made, and how many rows of which table it holds
 *     schema.json              JSON Schemas of the rows, by table
 *     rows/TABLE/00001.jsonl   rows as JSON, one a line (json of PostgreSQL), in parts
 *     checksums.json           SHA-256 of each part; without it the archive was cut off
 *
 * Parts follow one another so that a row stands behind those it refers to. docs/BACKUP.md describes it.
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
  /** When the newest migration of its database was made, in ms: the rows fit that schema. */
  readonly schema: number;
  readonly undoData: boolean;
  readonly rows: Readonly<Record<string, number>>;
}

/** Rows of a part take about as much, in bytes; one row alone may take more. */
export const PART_BYTES = 4 * 2 ** 20;
/** No part of a sound archive takes more: the largest value of a column is bounded by what a request may hold. */
export const MOST_PART_BYTES = 256 * 2 ** 20;
/** The header, the schemas and the checksums. */
export const MOST_INFO_BYTES = 16 * 2 ** 20;

export const partName = (table: string, number: number): string =>
  `rows/${table}/${String(number).padStart(5, '0')}.jsonl`;

const PART = /^rows\/([a-z_]{1,63})\/\d{5,8}\.jsonl$/;
/** The table of a part; undefined for another entry. */
export const tableOfPart = (name: string): string | undefined => PART.exec(name)?.[1];

const FILE = /^fabrica-(\d{4})-(\d\d)-(\d\d)-(\d\d)(\d\d)(\d\d)(-\d+)?\.tar\.gz(\.sealed)?$/;
export const isBackupName = (name: string): boolean => FILE.test(name);

/** A name that sorts by time (UTC). */
export function backupName(madeAt: Date, isSealed: boolean): string {
  const [day, time] = madeAt.toISOString().split('T') as [string, string];
  return `fabrica-${day}-${time.slice(0, 8).replaceAll(':', '')}.tar.gz${isSealed ? '.sealed' : ''}`;
}

/** When a backup of this name was made, in ms since 1970. */
export function timeInName(name: string): number {
  const [, year, month, day, hours, minutes, seconds] = FILE.exec(name)!;
  return Date.parse(`${year}-${month}-${day}T${hours}:${minutes}:${seconds}Z`);
}

/** What an archive is called while it is written: never taken for a whole one. */
export const unfinishedName = (whole: string): string =>
  path.join(path.dirname(whole), `.${path.basename(whole)}.part`);
