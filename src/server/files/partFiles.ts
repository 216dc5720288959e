import { randomBytes } from 'node:crypto';
import { readdir, readFile, unlink } from 'node:fs/promises';
import path from 'node:path';
import { LOCK_NAME } from './lock';
import { hasEnded, isRunning, machine } from './processMark';

/** Unfinished files of ours. The name tells the machine and process that write it. */
const PREFIX = '.fabrica-';
const SUFFIX = '.part';
const NAME = new RegExp(`^\\${PREFIX}([0-9a-f]{8})-(\\d+)-[0-9a-f]{16}\\${SUFFIX}$`);

/** A name for an unfinished file in the folder of its target. */
export function partFile(folder: string): string {
  return path.join(folder, `${PREFIX}${machine}-${process.pid}-${randomBytes(8).toString('hex')}${SUFFIX}`);
}

/** Removes what writers of this machine left that are no longer running. Returns how many. */
export async function sweepPartFiles(folder: string): Promise<number> {
  const names = await readdir(folder, { recursive: true }).catch(() => []);
  const abandoned = await Promise.all(names.map((name) => isAbandoned(path.join(folder, name))));
  const left = names.filter((_, index) => abandoned[index]);
  await Promise.all(left.map((name) => unlink(path.join(folder, name)).catch(() => undefined)));
  return left.length;
}

async function isAbandoned(whole: string): Promise<boolean> {
  const name = path.basename(whole);
  if (LOCK_NAME.test(name)) return hasEnded(await readFile(whole, 'utf8').catch(() => ''));
  const [, writer, pid] = NAME.exec(name) ?? [];
  return writer === machine && !isRunning(Number(pid));
}
