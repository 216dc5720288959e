import { closeSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import path from 'node:path';
import { readJson, writeJson } from './places.mjs';
import { LauncherError } from './told.mjs';

/*
 * One copy of Fabrica a data folder. The file holds the launcher and what it started, each with its start
 * time from /proc, so that a process number used again by somebody else is never taken for ours.
 */
export const instanceFile = (data) => path.join(data, 'running.json');

/** Claims the data folder, or tells who has it. Leftovers of a killed copy are ended. */
export function claim(data) {
  const file = instanceFile(data);
  const former = readJson(file);
  if (former && alive(former.launcher)) {
    const where = former.address ? ` at ${former.address}` : '';
    throw new LauncherError(
      `Fabrica is running already on this data folder${where}.\nUse that one, end it with ./fabrica stop, or start a second one on other data: FABRICA_DATA=… ./fabrica start`,
    );
  }
  for (const child of former?.children ?? []) if (alive(child)) process.kill(child.pid, 'SIGKILL');
  rmSync(file, { force: true });
  try {
    const handle = openSync(file, 'wx', 0o600);
    writeSync(handle, JSON.stringify({ launcher: identity(process.pid), children: [] }));
    closeSync(handle);
  } catch (error) {
    if (error.code === 'EEXIST')
      throw new LauncherError('Another copy of Fabrica is just starting on this data folder.');
    throw error;
  }
}

export function remember(data, change) {
  writeJson(instanceFile(data), { ...readJson(instanceFile(data)), ...change });
}

export function release(data) {
  rmSync(instanceFile(data), { force: true });
}

export function identity(pid) {
  return { pid, started: startTime(pid) };
}

export function alive(one) {
  return one !== undefined && one.started !== undefined && startTime(one.pid) === one.started;
}

/** Field 22 of /proc/PID/stat, read behind the command's closing bracket; a zombie counts as ended. */
function startTime(pid) {
  try {
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
      .replace(/^.*\) /s, '')
      .split(' ');
    return fields[0] === 'Z' ? undefined : fields[19];
  } catch {
    return undefined;
  }
}
