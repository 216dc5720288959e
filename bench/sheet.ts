// npm run bench:sheet [-- --photos 100000]: one installation, one assignment with so many pictures, seen in the browser.
import { execFileSync, spawn } from 'node:child_process';
import { linkSync, mkdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { chromium, type Page } from '@playwright/test';
import { sql } from 'drizzle-orm';
import sharp from 'sharp';

const { values } = parseArgs({
  options: {
    photos: { type: 'string', default: '100000' },
    folder: { type: 'string', default: path.join(tmpdir(), 'fabrica-bench-sheet') },
  },
});
const PHOTOS = Number(values.photos);
const PORT = 4790;
const work = values.folder;
const address = `http://127.0.0.1:${PORT}`;

async function main() {
  rmSync(work, { recursive: true, force: true });
  mkdirSync(work, { recursive: true });
  execFileSync('chmod', ['755', work]);
  execFileSync(process.execPath, ['scripts/build.mjs'], { stdio: 'ignore' });
  const cluster = (verb: string) =>
    execFileSync(process.execPath, ['tests/server/cluster.mjs', verb, work], { encoding: 'utf8' });
  Object.assign(process.env, {
    FABRICA_DATABASE_URL: cluster('start').trim().split('\n').at(-1)!,
    FABRICA_DATA: work,
    FABRICA_ROOT: process.cwd(),
    FABRICA_ADDRESS: address,
    NODE_ENV: 'production',
  });
  const { database, pool } = await import('../src/server/db/client');
  await (await import('../src/server/db/migrate')).migrateDatabase();
  const id = await fill(database());
  const next = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(PORT)],
    {
      stdio: 'ignore',
    },
  );
  try {
    await answering();
    await look(id);
    const memory = execFileSync('sh', ['-c', `grep VmHWM /proc/${next.pid}/status`], { encoding: 'utf8' });
    console.log(`server at its peak: ${Math.round(Number(/\d+/.exec(memory)![0]) / 1024)} MB`);
  } finally {
    next.kill();
    await pool().end();
    cluster('stop');
    rmSync(work, { recursive: true, force: true });
  }
}

type Db = ReturnType<typeof import('../src/server/db/client').database>;

/** Pictures that are all one file under many names, with a record of the usual size each. */
async function fill(db: Db): Promise<string> {
  const pictures = path.join(work, 'pictures');
  mkdirSync(pictures);
  const original = path.join(pictures, 'kt26-1.jpg');
  await sharp({ create: { width: 1200, height: 800, channels: 3, background: '#7a8b99' } })
    .jpeg()
    .toFile(original);
  // A file system gives one file no more than some 60,000 names.
  let source = original;
  for (let n = 2; n <= PHOTOS; n++) {
    const name = path.join(pictures, `kt26-${n}.jpg`);
    if (n % 30_000 === 0) {
      execFileSync('cp', ['-p', original, name]);
      source = name;
    } else linkSync(source, name);
  }
  const { size, mtimeNs } = statSync(original, { bigint: true });
  const reading = (value: unknown) => ({
    value,
    origin: 'xmp',
    agrees: true,
    voices: [
      { origin: 'xmp', value },
      { origin: 'iim', value },
    ],
  });
  const record = {
    version: 1,
    problems: [],
    camera: { camera: 'Tindra K2', orientation: 1 },
    pixels: { width: 6000, height: 4000 },
    fields: {
      creator: reading(['Aune Pell']),
      contactEmail: reading('aune@pell.example'),
      copyrightNotice: reading('© 2026 Aune Pell'),
      rightsStatus: reading('protected'),
      usageTerms: reading('Editorial use within the boatyard’s own publications; all else by agreement.'),
      description: reading('Two shipwrights bend the first plank to the frames.\nAune Pell / Boat Trust'),
      keywords: reading(['ketch', 'boatyard', 'restoration', 'plank', 'shipwright', 'Havnes']),
      city: reading('Havnes'),
      country: reading('Norway'),
      dateCreated: reading('2026-05-14T07:12:40'),
    },
  };
  await db.execute(
    sql`insert into opened_folders (path, label, kind) values (${pictures}, 'Pictures', 'working')`,
  );
  const { rows } = await db.execute<{ id: string }>(
    sql`insert into assignments (name, working_folder_id) select 'Scale', id from opened_folders returning id`,
  );
  await db.execute(sql`insert into photos (assignment_id, name, position, content_identity, content_sample, record)
    select a.id, 'kt26-' || n || '.jpg', n, 'one', '1:one', ${JSON.stringify(record)}::jsonb
    from assignments a, generate_series(1, ${PHOTOS}) n`);
  await db.execute(sql`insert into files (photo_id, folder_id, relative_path, format, size, modified_ns, digest)
    select p.id, f.id, p.name, 'jpeg', ${Number(size)}, ${String(mtimeNs)}, 'x' from photos p, opened_folders f`);
  return rows[0]!.id;
}

async function answering() {
  for (let tries = 0; tries < 600; tries++) {
    if ((await fetch(`${address}/api/health`).catch(() => undefined))?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('the web application does not answer');
}

async function look(id: string) {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--disable-dev-shm-usage',
    ],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(() => {
    const tasks: number[] = [];
    Object.assign(globalThis, { longTasks: tasks });
    new PerformanceObserver((list) => {
      for (const one of list.getEntries()) tasks.push(one.duration);
    }).observe({ type: 'longtask', buffered: true });
  });
  const tasks = () =>
    page.evaluate(() => (globalThis as unknown as { longTasks: number[] }).longTasks.splice(0));
  for (const round of ['first time, summaries are made', 'second time']) {
    const began = performance.now();
    const since = () => `${((performance.now() - began) / 1000).toFixed(1)} s`;
    await page.goto(`${address}/assignments/${id}/describe`);
    await page
      .locator('[data-photo] img')
      .first()
      .evaluate((img: HTMLImageElement) => img.decode());
    console.log(`${round}: first pictures after ${since()}`);
    const isWhole = () => !/of [\d,.]+ read/.test(document.body.innerText);
    await page.waitForFunction(isWhole, undefined, { timeout: 300_000 });
    console.log(
      `${round}: the whole list after ${since()}; longest task ${Math.round(Math.max(0, ...(await tasks())))} ms`,
    );
  }
  await page.waitForTimeout(1000);
  await page.getByRole('grid', { name: 'Pictures' }).hover();
  const scroll = async () => {
    for (let n = 0; n < 150; n++) {
      await page.mouse.wheel(0, n % 30 === 29 ? 40_000 : 400);
      await page.waitForTimeout(30);
    }
  };
  await scroll();
  await tasks();
  const cpu = await tracedTasks(page, scroll);
  const wall = await tasks();
  const over = (all: readonly number[]) => all.filter((one) => one > 50).length;
  const longest = (all: readonly number[]) => Math.round(Math.max(0, ...all));
  console.log(
    `scrolling, 150 turns of the wheel: ${over(cpu)} tasks of more than 50 ms of processor time, longest ${longest(cpu)} ms; ` +
      `${over(wall)} by the clock, longest ${longest(wall)} ms; ${await page.locator('[data-photo]').count()} pictures mounted`,
  );
  const heap = await page.evaluate(
    () => (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize,
  );
  console.log(`browser heap: ${Math.round(heap / 1e6)} MB`);
  await browser.close();
}

interface TraceEvent {
  readonly name: string;
  readonly pid: number;
  readonly tid: number;
  /** Microseconds of the thread's processor time. */
  readonly tdur?: number;
}

/** Milliseconds of processor time of every task of the page's main thread while something is done. */
async function tracedTasks(page: Page, act: () => Promise<void>): Promise<number[]> {
  const cdp = await page.context().newCDPSession(page);
  const events: TraceEvent[] = [];
  cdp.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])));
  await cdp.send('Tracing.start', { categories: 'devtools.timeline,toplevel', transferMode: 'ReportEvents' });
  await act();
  const complete = new Promise((resolve) => cdp.once('Tracing.tracingComplete', resolve));
  await cdp.send('Tracing.end');
  await complete;
  const layouts = new Map<string, number>();
  const thread = ({ pid, tid }: TraceEvent) => `${pid} ${tid}`;
  for (const one of events)
    if (one.name === 'Layout') layouts.set(thread(one), (layouts.get(thread(one)) ?? 0) + 1);
  const [main] = [...layouts].sort((a, b) => b[1] - a[1])[0]!;
  return events
    .filter((one) => thread(one) === main && /RunTask$/.test(one.name))
    .map((one) => (one.tdur ?? 0) / 1000);
}

void main();
