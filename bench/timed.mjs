import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** Runs a command to its end. Seconds of wall clock, and the most memory that the process itself held. */
export async function timed(command, args, { env = {} } = {}) {
  const began = process.hrtime.bigint();
  const child = spawn(command, args, {
    stdio: ['ignore', 'ignore', 'pipe'],
    env: { ...process.env, ...env },
  });
  let complaints = '';
  child.stderr.on('data', (piece) => {
    complaints = (complaints + piece).slice(-2000);
  });
  let peak = 0;
  const look = () => {
    const found = /VmHWM:\s+(\d+) kB/.exec(statusOf(child.pid));
    if (found) peak = Math.max(peak, Number(found[1]));
  };
  const timer = setInterval(look, 20);
  const code = await new Promise((resolve) => child.on('close', resolve));
  clearInterval(timer);
  const seconds = Number(process.hrtime.bigint() - began) / 1e9;
  if (code !== 0)
    throw new Error(`${command} ${args.slice(0, 3).join(' ')} … ended with ${code}: ${complaints}`);
  return { seconds, peakMegabytes: Math.round(peak / 1024) };
}

function statusOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/status`, 'utf8');
  } catch {
    return '';
  }
}

export function median(values) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)];
}
