import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { rmSync } from 'node:fs';
import path from 'node:path';
import { readRun } from '@/server/operations/runs/runs';
import { waitFor } from '../fixtures/waitFor';
import { root, type TestServer } from './testServer';

/** The worker's program, bundled once for a test file: it starts in a moment, however often it is killed. */
const program = path.join(root, 'dist', `test-worker-${process.pid}.mjs`);
let isBundled = false;
afterAll(() => rmSync(program, { force: true }));

function bundle(): void {
  if (isBundled) return;
  isBundled = true;
  execFileSync(path.join(root, 'node_modules/.bin/esbuild'), [
    path.join(root, 'src/worker/main.ts'),
    '--bundle',
    '--platform=node',
    '--packages=external',
    '--format=esm',
    '--log-level=error',
    `--outfile=${program}`,
  ]);
}

/** A worker process as `./fabrica` starts it; resolves when it is at work. */
export async function startWorker(): Promise<ChildProcess> {
  bundle();
  const worker = spawn(process.execPath, [program], {
    cwd: root,
    env: { ...process.env, NODE_ENV: 'test' },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  await once(worker, 'message');
  return worker;
}

export async function kill(worker: ChildProcess): Promise<void> {
  if (worker.exitCode !== null || worker.signalCode !== null) return;
  worker.kill('SIGKILL');
  await once(worker, 'exit');
}

export async function isInProgress(
  { context }: Pick<TestServer, 'context'>,
  runId: string,
): Promise<boolean> {
  return ['waiting', 'running'].includes((await readRun(context, runId)).state);
}

/** Waits until a run has ended, whoever carries it out. */
export async function ended({ context }: TestServer, runId: string): Promise<void> {
  await waitFor(`run ${runId} to end`, async () => !(await isInProgress({ context }, runId)));
}
