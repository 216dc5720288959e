// npm run bench:deliver [-- --files 200 --rounds 3]: copies of 24-megapixel JPEGs against libvips' own command line, copies as
// they are against a safe copy, and an archive of 5 GB against a plain copy.
import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { createWriteStream, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { eq } from 'drizzle-orm';
import { type DeliveryPlan, usualDeliveryPlan, usualMark } from '../src/core/deliver/deliveryPlan';
import { withDatabase } from './database';
import { copies, fresh, originals } from './sets.mjs';
import { median, timed } from './timed.mjs';

const { values } = parseArgs({
  options: {
    files: { type: 'string', default: '200' },
    rounds: { type: 'string', default: '3' },
    workers: { type: 'string', default: '2' },
    archive: { type: 'string', default: '5' },
    folder: { type: 'string', default: path.join(tmpdir(), 'fabrica-bench-deliver') },
  },
});
const [files, rounds, workers, archive] = [values.files, values.rounds, values.workers, values.archive].map(
  Number,
) as [number, number, number, number];
const work = values.folder;
const at = (name: string) => path.join(work, name);
const root = process.cwd();
const settle = () => execFileSync('sync', ['-f', work]);

async function compare(): Promise<void> {
  const { jpeg } = await originals(path.join(tmpdir(), 'fabrica-bench-originals'), () => new Uint8Array(1));
  const sources = copies(at('pictures'), jpeg, files);
  const job = await assignmentOf(at('pictures'), files);
  const running = await Promise.all(Array.from({ length: workers }, startWorker));
  const results: Record<string, number[]> = {};
  const note = (name: string, seconds: number) => {
    const all = results[name] ?? [];
    results[name] = [...all, seconds];
  };
  const marked: Partial<DeliveryPlan> = { mark: { ...usualMark, text: '© Aune Pell' } };
  for (let round = 0; round < rounds; round++) {
    settle();
    note('libvips', await thumbnails(sources, fresh(at('theirs'))));
    settle();
    note('rendered', await deliver(job, marked, fresh(at('out'))));
    settle();
    note(
      'safe copy',
      (await timed(process.execPath, ['bench/programs/safeCopy.mjs', fresh(at('safe')), ...sources])).seconds,
    );
    rmSync(at('safe'), { recursive: true });
    settle();
    note(
      'chosen fields',
      await deliver(
        job,
        { format: 'as-they-are', metadata: 'fields', fields: ['creator'] },
        fresh(at('out')),
      ),
    );
    console.log(
      `round ${round + 1}: ${Object.entries(results)
        .map(([name, all]) => `${name} ${all.at(-1)!.toFixed(1)} s`)
        .join(', ')}, peaks ${running.map(peakOf).join(' and ')} MB`,
    );
  }
  const of = (name: string) => median(results[name]!);
  console.log(
    `rendered with words and mark: ${(of('rendered') / of('libvips')).toFixed(2)} × libvips’ own program`,
  );
  console.log(
    `as they are with chosen fields: ${(of('chosen fields') / of('safe copy')).toFixed(2)} × a safe copy`,
  );
  for (const child of running) child.kill();
  if (archive > 0) await archived(job, sources);
}

/** The same resize and encode by `vipsthumbnail`, as many processes at a time as there are workers. */
async function thumbnails(sources: readonly string[], out: string): Promise<number> {
  const began = performance.now();
  const queue = [...sources];
  const one = async () => {
    for (let source = queue.shift(); source; source = queue.shift()) {
      const target = path.join(out, `${path.basename(source, '.jpg')}.jpg[Q=88,strip]`);
      const child = spawn(
        'vipsthumbnail',
        [source, '--size', '2048', '-o', target, '--export-profile', 'srgb'],
        {
          env: { ...process.env, VIPS_CONCURRENCY: '1' },
          stdio: 'inherit',
        },
      );
      await once(child, 'exit');
    }
  };
  await Promise.all(Array.from({ length: workers }, one));
  return (performance.now() - began) / 1000;
}

async function assignmentOf(folder: string, count: number): Promise<{ id: string; photoIds: string[] }> {
  const { contextFor } = await import('../src/server/context');
  const { createAssignment } = await import('../src/server/operations/assignments/createAssignment');
  const { followAssignment } = await import('../src/server/follow/followAssignment');
  const { listPhotos } = await import('../src/server/operations/photos/photos');
  const context = contextFor('person');
  const { id } = await createAssignment(context, { name: 'Bench', workingPath: folder });
  await followAssignment(context, id);
  const photoIds = (await listPhotos(context, id)).map((one) => one.id);
  if (photoIds.length !== count) throw new Error(`${photoIds.length} of ${count} pictures were found`);
  return { id, photoIds };
}

async function startWorker() {
  const child = spawn(process.execPath, ['dist/worker.mjs'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  await once(child, 'message');
  return child;
}

const peakOf = ({ pid }: { pid?: number | undefined }) =>
  Math.round(Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024);

/** Seconds from asking for the run until it has ended. */
async function deliver(
  job: { id: string; photoIds: readonly string[] },
  wish: Partial<DeliveryPlan>,
  out: string,
  carriesOut?: (runId: string) => Promise<void>,
): Promise<number> {
  const { contextFor } = await import('../src/server/context');
  const { runs } = await import('../src/server/db/schema');
  const { startDelivery } = await import('../src/server/operations/deliveries/startDelivery');
  const { runCounts } = await import('../src/server/operations/runs/runs');
  const context = contextFor('person');
  const began = performance.now();
  const deliveryPlan = { ...usualDeliveryPlan, to: 'folder', path: out, ...wish } as const;
  const { runId } = await startDelivery(context, job.id, { deliveryPlan, photoIds: job.photoIds });
  await carriesOut?.(runId);
  for (;;) {
    const [run] = await context.db.select().from(runs).where(eq(runs.id, runId));
    if (run!.state === 'done') break;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  const seconds = (performance.now() - began) / 1000;
  const { failed } = await runCounts(context, runId);
  if (failed > 0) throw new Error(`${failed} failed`);
  return seconds;
}

/** An archive of many gigabytes, told as a browser takes it, against `cp` of the same files. */
async function archived(job: { id: string; photoIds: readonly string[] }, sources: readonly string[]) {
  const { contextFor } = await import('../src/server/context');
  const { carryOutRun } = await import('../src/server/runs/carryOutRun');
  const { archiveOf } = await import('../src/server/operations/deliveries/archive');
  const { runItems } = await import('../src/server/db/schema');
  const context = contextFor('person');
  let runId = '';
  await deliver(job, { format: 'as-they-are' }, fresh(at('out')), async (id) => {
    runId = id;
    await carryOutRun(context, id, () => false);
  });
  // The same files again and again, under other names, until there are so many gigabytes.
  const [item] = await context.db.select().from(runItems).where(eq(runItems.runId, runId));
  const [copy] = item!.result!.copies!;
  const times = Math.ceil((archive * 1e9) / copy!.bytes);
  const names = readdirSync(at('out'));
  const many = Array.from({ length: times }, (_, n) => ({ ...copy!, path: names[n % names.length]! }));
  await context.db
    .update(runItems)
    .set({ result: { ...item!.result!, copies: many } })
    .where(eq(runItems.id, item!.id));
  const bytes = many.reduce((sum, one) => sum + one.bytes, 0);
  const before = process.memoryUsage().rss;
  let peak = 0;
  settle();
  const began = performance.now();
  const file = createWriteStream(at('archive.zip'));
  for await (const piece of await archiveOf(context, runId)) {
    if (!file.write(piece)) await once(file, 'drain');
    peak = Math.max(peak, process.memoryUsage().rss);
  }
  await new Promise((done) => file.end(done));
  settle();
  const ours = (performance.now() - began) / 1000;
  execFileSync('unzip', ['-tq', at('archive.zip')]);
  rmSync(at('archive.zip'));
  mkdirSync(at('plain'));
  settle();
  const copied = performance.now();
  for (let n = 0; n < times; n++) execFileSync('cp', [sources[n % sources.length]!, at(`plain/${n}.jpg`)]);
  settle();
  const plain = (performance.now() - copied) / 1000;
  console.log(
    `archive of ${(bytes / 1e9).toFixed(1)} GB: ${ours.toFixed(1)} s, ${(plain / ours).toFixed(2)} × the speed of a plain copy (${plain.toFixed(1)} s), ${Math.round((peak - before) / 1e6)} MB more memory, ${cpus().length} cores`,
  );
}

execFileSync(process.execPath, ['scripts/build.mjs', '--programs-only'], { cwd: root });
await withDatabase(work, compare);
process.exit();
