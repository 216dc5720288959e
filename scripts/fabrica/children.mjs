import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { closeSync, openSync } from 'node:fs';
import { isRoot } from './places.mjs';

const GRACE_MS = 8000;

/**
 * Started as root, a part keeps the rights over files (other people's pictures may be written, with their owner) and gives up
 * all others: no raw network, no other processes, no mounting (capabilities(7)).
 */
function fewerRights() {
  const command = [
    'setpriv',
    '--no-new-privs',
    '--bounding-set',
    '-all,+chown,+dac_override,+fowner,+fsetid',
  ];
  const isPossible = isRoot() && spawnSync(command[0], [...command.slice(1), 'true']).status === 0;
  return isPossible ? command : [];
}

/** Starts a program in a process group of its own, so that Ctrl-C reaches only the launcher. */
export function startChild(name, args, { env, log, cwd }) {
  const out = openSync(log, 'a', 0o600);
  const [command, ...rest] = [...fewerRights(), process.execPath, ...args];
  const child = spawn(command, rest, { cwd, env, stdio: ['ignore', out, out], detached: true });
  closeSync(out);
  child.label = name;
  return child;
}

export async function stopChild(child) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const ended = once(child, 'exit');
  const signal = (which) => {
    try {
      process.kill(-child.pid, which);
    } catch {
      // ended meanwhile
    }
  };
  signal('SIGTERM');
  const timer = setTimeout(() => signal('SIGKILL'), GRACE_MS);
  await ended;
  clearTimeout(timer);
}

export async function runChild(args, { env, cwd, onLine }) {
  const child = spawn(process.execPath, args, { cwd, env, stdio: ['ignore', 'pipe', 'pipe'] });
  let errors = '';
  child.stderr.on('data', (data) => (errors += data));
  child.stdout.on('data', (data) => onLine?.(String(data).trim()));
  const [code] = await once(child, 'exit');
  return { code, errors };
}
