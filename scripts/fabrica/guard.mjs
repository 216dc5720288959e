import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { alive, instanceFile, release } from './instance.mjs';
import { dataFolder, readJson, root } from './places.mjs';
import { Postgres } from './postgres.mjs';

/** A worker that ends within it finishes its file. */
const GRACE_MS = 8000;
const LOOK_MS = 100;

/** Starts the process that ends all parts when the launcher is killed: its pipe from the launcher closes then. */
export function startGuard(data) {
  const main = path.join(root, 'scripts/fabrica/main.mjs');
  const child = spawn(process.execPath, [main, 'guard'], {
    stdio: ['pipe', 'ignore', 'ignore'],
    detached: true,
    env: { ...process.env, FABRICA_DATA: data },
  });
  child.on('error', () => undefined);
  child.stdin.on('error', () => undefined);
  child.unref();
}

/** The process itself: waits for the end of its input. */
export async function guard() {
  for await (const _ of process.stdin);
  const data = dataFolder();
  const left = readJson(instanceFile(data));
  if (!left || alive(left.launcher)) return;
  await Promise.all(left.children.map(endProcess));
  if (alive(readJson(instanceFile(data))?.launcher)) return;
  const postgres = new Postgres(data);
  if (existsSync(postgres.cluster) && postgres.isRunning()) postgres.stop();
  release(data);
}

async function endProcess(child) {
  const until = Date.now() + GRACE_MS;
  if (alive(child)) process.kill(-child.pid, 'SIGTERM');
  while (alive(child) && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  if (alive(child)) process.kill(-child.pid, 'SIGKILL');
}
