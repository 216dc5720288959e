import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { runs } from '@/server/db/schema/runs';
import { waitFor } from '../fixtures/waitFor';
import { root, type TestServer } from './testServer';

const program = path.join(root, 'dist/worker.mjs');

/** A step of a run at which a worker stops (fixtures/stopAt.mjs), and the how manieth time. */
export type Step = readonly [
  name: 'claim' | 'reserve' | 'write' | 'sync' | 'rename' | 'link' | 'unlink' | 'note' | 'end',
  nth: number,
];

/** A worker process as `./fabrica` starts it; resolves when it is ready. `stopAt` is the step that it does not take. */
export async function startWorker(stopAt?: Step): Promise<ChildProcess> {
  const preload = stopAt ? ['--import', path.join(root, 'tests/fixtures/stopAt.mjs')] : [];
  const worker = spawn(process.execPath, [...preload, program], {
    cwd: root,
    // Scans at random times would make tests nondeterministic.
    env: { ...process.env, NODE_ENV: 'test', FABRICA_LOOK_MINUTES: '0', FABRICA_STOP_AT: stopAt?.join(':') },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  started.push(worker);
  worker.on('message', (message: { reached?: string }) => {
    if (message.reached) atStep.add(worker);
  });
  await once(worker, 'message');
  return worker;
}

/** A test that failed leaves its worker: Jest would wait for it. */
const started: ChildProcess[] = [];
afterAll(() => Promise.all(started.map(kill)));

/** Workers that stopped at their step: some before they reported that they are ready. */
const atStep = new WeakSet<ChildProcess>();

/**
 * Carries a run out with one worker after the other, each killed at a step; then with one that lives. Returns the steps at
 * which one was killed: where the run ended before, it was not.
 */
export async function carryOutKilled(
  server: Pick<TestServer, 'context'>,
  runId: string,
  steps: readonly Step[],
): Promise<Step[]> {
  const hit: Step[] = [];
  for (const step of steps) {
    const worker = await startWorker(step);
    await waitFor(
      `a worker to come to ${step.join(' ')}, or run ${runId} to end`,
      async () => atStep.has(worker) || !(await isInProgress(server, runId)),
      { everyMs: 25 },
    );
    if (atStep.has(worker)) hit.push(step);
    await kill(worker);
  }
  const last = await startWorker();
  await ended(server, runId);
  await kill(last);
  return hit;
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
  const [run] = await context.db.select({ state: runs.state }).from(runs).where(eq(runs.id, runId));
  return run?.state === 'waiting' || run?.state === 'running';
}

/** Waits until a run has ended, whoever carries it out. */
export async function ended({ context }: Pick<TestServer, 'context'>, runId: string): Promise<void> {
  await waitFor(`run ${runId} to end`, async () => !(await isInProgress({ context }, runId)));
}
