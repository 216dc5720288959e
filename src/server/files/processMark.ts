import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { hostname } from 'node:os';

/** Who wrote something that must not outlive its writer: a machine, and a process on it. */
export const machine = createHash('sha256').update(hostname()).digest('hex').slice(0, 8);

/** Whether a process is running on this machine. */
export function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** When a process began, as the kernel counts it: tells a process from a later one of the same number. */
function startOf(pid: number): string {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? '';
  } catch {
    return '';
  }
}

export const thisProcess = `${machine} ${process.pid} ${startOf(process.pid)}`;

/** Whether a mark was made under this machine's host name. */
export const isOfThisMachine = (owner: string): boolean => owner.split(' ')[0] === machine;

/** Whether the process of a mark has ended. A mark of another machine tells nothing: it counts as running. */
export function hasEnded(owner: string): boolean {
  const [where, pid, start = ''] = owner.split(' ');
  if (where !== machine || !pid) return false;
  return !isRunning(Number(pid)) || (start !== '' && startOf(Number(pid)) !== start);
}
