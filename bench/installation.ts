// An installation of its own for a bench: a database, a web server, and one assignment with many pictures.
import { execFileSync, spawn } from 'node:child_process';
import { linkSync, mkdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import sharp from 'sharp';
import type { Context } from '../src/server/context';
import { recordShape } from '../src/server/db/stored/records';
import { withDatabase } from './database';

export interface BenchInstallation {
  readonly address: string;
  /** Of the assignment. */
  readonly id: string;
  /** Megabytes of the web server at its peak. */
  readonly peak: () => number;
}

/** Fills an installation with so many pictures, and ends it when the work is done. */
export async function withInstallation(
  { work, port, photos }: { readonly work: string; readonly port: number; readonly photos: number },
  look: (installation: BenchInstallation) => Promise<void>,
): Promise<void> {
  const address = `http://127.0.0.1:${port}`;
  if (process.env.FABRICA_BUILT !== '1')
    execFileSync(process.execPath, ['scripts/build.mjs'], { stdio: 'ignore' });
  Object.assign(process.env, { FABRICA_ADDRESS: address, NODE_ENV: 'production' });
  await withDatabase(work, async ({ db }) => {
    const id = await fill(db, work, photos);
    await whileRunning(address, port, (peak) => look({ address, id, peak }));
  });
}

/** Runs the web application meanwhile. */
async function whileRunning(
  address: string,
  port: number,
  use: (peak: () => number) => Promise<void>,
): Promise<void> {
  const next = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)],
    { stdio: 'ignore' },
  );
  const peak = () => {
    const memory = execFileSync('sh', ['-c', `grep VmHWM /proc/${next.pid}/status`], { encoding: 'utf8' });
    return Math.round(Number(/\d+/.exec(memory)![0]) / 1024);
  };
  try {
    await answering(address);
    await use(peak);
  } finally {
    next.kill();
  }
}

/** Pictures that are all one file under many names, with a record of the usual size each. */
async function fill(db: Context['db'], work: string, photos: number): Promise<string> {
  const pictures = path.join(work, 'pictures');
  mkdirSync(pictures);
  const original = path.join(pictures, 'kt26-1.jpg');
  await sharp({ create: { width: 1200, height: 800, channels: 3, background: '#7a8b99' } })
    .jpeg()
    .toFile(original);
  // A file system gives one file no more than some 60,000 names.
  let source = original;
  for (let n = 2; n <= photos; n++) {
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
    recordValues: [
      { origin: 'xmp', value },
      { origin: 'iim', value },
    ],
  });
  const record = {
    version: recordShape.version,
    format: 'jpeg',
    lineage: {},
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
    from assignments a, generate_series(1, ${photos}) n`);
  await db.execute(sql`insert into files (photo_id, folder_id, relative_path, format, size, modified_ns, digest)
    select p.id, f.id, p.name, 'jpeg', ${Number(size)}, ${String(mtimeNs)}, 'x' from photos p, opened_folders f`);
  await db.execute(sql`analyze`);
  return rows[0]!.id;
}

async function answering(address: string) {
  for (let tries = 0; tries < 600; tries++) {
    if ((await fetch(`${address}/api/health`).catch(() => undefined))?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('the web application does not answer');
}

/** Chromium as the tests start it. */
export const browserOptions = {
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
};
