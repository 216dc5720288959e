import { availableParallelism } from 'node:os';
import { Neighbours } from '../../server/files/readShot';
import { readOne } from '../readOne';
import { progress } from '../report';

export interface ReadJob {
  readonly files: readonly string[];
  readonly json: boolean;
}
export type ReadResult = Awaited<ReturnType<typeof readOne>>;

/** Below this many files a second thread costs more than it brings. */
const THREADS_FROM = 1000;
const BATCH = 32;

/** Reads files and prints their reports in the order given. Returns how many failed. */
export async function read(files: readonly string[], json: boolean): Promise<number> {
  const shown = progress(files.length);
  let done = 0;
  let failed = 0;
  const print = (results: readonly ReadResult[]) => {
    const outputs: string[] = [];
    for (const one of results) {
      if ('output' in one) outputs.push(one.output);
      else {
        failed++;
        process.stderr.write(`${one.failure}\n`);
      }
    }
    if (outputs.length > 0) process.stdout.write(`${outputs.join('\n')}\n`);
    done += results.length;
    shown.at(done);
  };
  if (files.length < THREADS_FROM || availableParallelism() < 2) {
    const neighbours = new Neighbours();
    for (const file of files) print([await readOne(file, json, neighbours)]);
  } else await inThreads(files, json, print);
  shown.end();
  return failed;
}

async function inThreads(
  files: readonly string[],
  json: boolean,
  print: (results: readonly ReadResult[]) => void,
): Promise<void> {
  const { Piscina } = await import('piscina');
  const maxThreads = Math.min(availableParallelism(), 4);
  const pool = new Piscina<ReadJob, ReadResult[]>({
    filename: new URL('./readThread.mjs', import.meta.url).href,
    minThreads: maxThreads,
    maxThreads,
    concurrentTasksPerWorker: 1,
  });
  try {
    const waiting: Promise<ReadResult[]>[] = [];
    for (let at = 0; at < files.length; at += BATCH) {
      waiting.push(pool.run({ files: files.slice(at, at + BATCH), json }));
      // A bounded window of batches keeps memory flat however many files there are.
      if (waiting.length >= maxThreads * 3) print(await waiting.shift()!);
    }
    for (const one of waiting) print(await one);
  } finally {
    await pool.destroy();
  }
}
