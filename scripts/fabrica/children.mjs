import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { openSync } from 'node:fs';

const GRACE_MS = 8000;

/** Starts a program in a process group of its own, so that Ctrl-C reaches only the launcher. */
export function startChild(name, args, { env, log, cwd }) {
  const out = openSync(log, 'a');
  const child = spawn(process.execPath, args, { cwd, env, stdio: ['ignore', out, out], detached: true });
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
