// npm run bench:import [-- --files 1000 --rounds 3]: bringing in with templates against a safe, verified plain copy.
import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { eq } from 'drizzle-orm';
import type { Entry } from '../src/core/templates/template';
import type { Context } from '../src/server/context';
import { withDatabase } from './database';
import { copies, fresh, originals } from './sets.mjs';
import { median, timed } from './timed.mjs';

const { values } = parseArgs({
  options: {
    files: { type: 'string', default: '1000' },
    rounds: { type: 'string', default: '3' },
    workers: { type: 'string', default: '2' },
    folder: { type: 'string', default: path.join(tmpdir(), 'fabrica-bench-import') },
  },
});
const [files, rounds, workers] = [values.files, values.rounds, values.workers].map(Number) as [
  number,
  number,
  number,
];
const work = values.folder;
const at = (name: string) => path.join(work, name);
const root = process.cwd();

const line = (field: Entry['field'], rule: Entry['rule'], ...texts: string[]): Entry => ({
  field,
  rule,
  texts,
});
const entries: readonly Entry[] = [
  line('creator', 'overwrite', 'Aune Pell'),
  line('jobTitle', 'overwrite', 'Photographer'),
  line('contactEmail', 'overwrite', 'aune@pell.example'),
  line('contactWeb', 'overwrite', 'https://pell.example'),
  line('copyrightNotice', 'overwrite', '© {{ year taken }} Aune Pell'),
  line(
    'usageTerms',
    'overwrite',
    'Editorial use within the boatyard’s own publications; all else by agreement.',
  ),
  line('creditLine', 'overwrite', 'Aune Pell / {{ client }}'),
  line('description', 'after', 'Aune Pell / {{ client }}'),
  line('city', 'fill', 'Havnes'),
  line('country', 'fill', 'Norway'),
  line('keywords', 'add', 'ketch', 'boatyard', 'relaunch'),
];

async function compare(context: Context): Promise<void> {
  const running = Array.from({ length: workers }, startWorker);
  await Promise.all(running.map(({ ready }) => ready));
  const { jpeg } = await originals(path.join(tmpdir(), 'fabrica-bench-originals'), () => new Uint8Array(1));
  const sources = copies(at('source'), jpeg, files);
  const results: Record<string, number[]> = { plain: [], digest: [], ours: [], first: [] };
  for (let round = 0; round < rounds; round++) {
    for (const [name, more] of [
      ['plain', []],
      ['digest', ['--digest']],
    ] as const) {
      settle();
      const program = path.join(root, 'bench/programs/safeCopy.mjs');
      const { seconds } = await timed(process.execPath, [program, ...more, fresh(at('safe')), ...sources]);
      results[name]!.push(seconds);
      rmSync(at('safe'), { recursive: true });
    }
    settle();
    const { seconds, first } = await bringIn(context, round);
    results.ours!.push(seconds);
    results.first!.push(first);
    console.log(
      `round ${round + 1}: ${Object.entries(results)
        .map(([name, all]) => `${name} ${all.at(-1)!.toFixed(2)} s`)
        .join(', ')}, peaks ${running.map(peakOf).join(' and ')} MB`,
    );
  }
  const [plain, digest, ours] = ['plain', 'digest', 'ours'].map((name) => median(results[name]!)) as [
    number,
    number,
    number,
  ];
  console.log(
    `${files} JPEGs: ${(ours / plain).toFixed(2)} × a safe copy, ${(ours / digest).toFixed(2)} × one that keeps a digest`,
  );
  for (const { child } of running) child.kill();
}

const settle = () => execFileSync('sync', ['-f', work]);

function startWorker(): { child: ChildProcess; ready: Promise<unknown> } {
  const child = spawn(process.execPath, ['dist/worker.mjs'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  return { child, ready: new Promise((resolve) => child.once('message', resolve)) };
}

const peakOf = ({ child }: { child: ChildProcess }) =>
  Math.round(Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1]) / 1024);

/** Seconds from asking for the run until its last picture is recorded, and until the first one is. */
async function bringIn(context: Context, round: number): Promise<{ seconds: number; first: number }> {
  const { runs } = await import('../src/server/db/schema');
  const { changeAssignment } = await import('../src/server/operations/assignments/assignments');
  const { createAssignment } = await import('../src/server/operations/assignments/createAssignment');
  const { createTemplate } = await import('../src/server/operations/templates/templates');
  const { startImport } = await import('../src/server/operations/bringIn/startImport');
  const { runCounts } = await import('../src/server/operations/runs/runs');
  const { id: template } = await createTemplate(context, {
    name: `Bench ${round}`,
    kind: 'standing',
    entries,
  });
  const { id } = await createAssignment(context, {
    name: 'Bench',
    workingPath: fresh(at('working')),
    sourcePath: at('source'),
  });
  const facts = [{ name: 'client', value: 'Boat Trust' }];
  await changeAssignment(context, id, { inForce: [template], facts });
  const began = performance.now();
  const { runId } = await startImport(context, id, { paths: readdirSync(at('source')), leaveAsTheyAre: [] });
  let first = 0;
  for (;;) {
    const [run] = await context.db.select().from(runs).where(eq(runs.id, runId));
    if (first === 0 && (await runCounts(context, runId)).done > 0) first = (performance.now() - began) / 1000;
    if (run!.state === 'done') break;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  const seconds = (performance.now() - began) / 1000;
  const { failed } = await runCounts(context, runId);
  if (failed > 0) throw new Error(`${failed} failed`);
  rmSync(at('working'), { recursive: true });
  return { seconds, first };
}

execFileSync(process.execPath, ['scripts/build.mjs', '--programs-only'], { cwd: root });
await withDatabase(work, compare);
process.exit();
