import { Worker } from 'node:worker_threads';

const LOOK_MS = 5000;
/** Looks in a row without a sign of life: two minutes in which the machine was awake. */
const LOOKS = 24;

/**
 * Ends this process when it does nothing any more but one thing, for ever: `./fabrica` starts another, and the files
 * that it had in hand are tried by a reader process first (runs/readForItem). A thread of its own looks.
 */
export function watchOver(): void {
  const beats = new Int32Array(new SharedArrayBuffer(4));
  setInterval(() => Atomics.add(beats, 0, 1), LOOK_MS / 5).unref();
  new Worker(watching, { eval: true, workerData: { beats, LOOK_MS, LOOKS } }).unref();
}

const watching = `
  const { workerData: { beats, LOOK_MS, LOOKS } } = require('node:worker_threads');
  let last = -1;
  let silent = 0;
  setInterval(() => {
    const now = Atomics.load(beats, 0);
    silent = now === last ? silent + 1 : 0;
    last = now;
    if (silent >= LOOKS) process.kill(process.pid, 'SIGKILL');
  }, LOOK_MS);
`;
