import { createHash, randomBytes } from 'node:crypto';
import { readdir, unlink } from 'node:fs/promises';
import { hostname } from 'node:os';
import path from 'node:path';

/** Unfinished files of ours. The name tells the machine and process that write it. */
const PREFIX = '.fabrica-';
const SUFFIX = '.part';
const machine = createHash('sha256').update(hostname()).digest('hex').slice(0, 8);
const NAME = new RegExp(`^\\${PREFIX}([0-9a-f]{8})-(\\d+)-[0-9a-f]{16}\\${SUFFIX}$`);

/** A name for an unfinished file in the folder of its target. */
export function partFile(folder: string): string {
  return path.join(folder, `${PREFIX}${machine}-${process.pid}-${randomBytes(8).toString('hex')}${SUFFIX}`);
}

/** Removes what writers of this machine left that are no longer running. Returns how many. */
export async function sweepPartFiles(folder: string): Promise<number> {
  const names = await readdir(folder, { recursive: true }).catch(() => []);
  const left = names.filter((name) => isAbandoned(path.basename(name)));
  await Promise.all(left.map((name) => unlink(path.join(folder, name)).catch(() => undefined)));
  return left.length;
}

function isAbandoned(name: string): boolean {
  const [, writer, pid] = NAME.exec(name) ?? [];
  return writer === machine && !isRunning(Number(pid));
}

function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
