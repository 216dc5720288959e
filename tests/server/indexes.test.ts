import { readdirSync } from 'node:fs';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { Client } from 'pg';
import { config } from '@/server/config';
import { pool } from '@/server/db/client';
import { recordShape } from '@/server/db/stored/records';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';
import { startEmbed } from '@/server/operations/runs/startEmbed';
import { claimNext, runsToCarryOut, waitingItems, withLease } from '@/server/runs/claims';
import { openTestServer, root, type TestServer } from './testServer';

/*
 * What the application asks of a large database it finds by an index: 200 assignments of 1,000 pictures each, as many items
 * of runs, and everything that is read for one of them. A plan that reads a large table from end to end is refused.
 */
const ASSIGNMENTS = 200;
const PICTURES = 1000;
const LARGE: readonly string[] = [
  'photos',
  'files',
  'photo_summaries',
  'drafts',
  'run_items',
  'photo_keywords',
];

let server: TestServer;
let here = '';
let photoId = '';
let runId = '';
beforeAll(async () => {
  server = await openTestServer();
  await fill();
});
afterAll(() => server.end());

async function fill() {
  const { db, folder } = server;
  const record = JSON.stringify({
    version: recordShape.version,
    format: 'jpeg',
    lineage: {},
    problems: [],
    camera: { camera: 'Tindra K2', orientation: 1 },
    pixels: { width: 60, height: 40 },
    fields: { city: { value: 'Havnes', origin: 'xmp', agrees: true, recordValues: [] } },
  });
  await db.execute(sql`insert into opened_folders (path, label, kind)
    select ${folder} || '/' || n, 'Folder ' || n, 'working' from generate_series(1, ${ASSIGNMENTS}) n`);
  await db.execute(
    sql`insert into assignments (name, working_folder_id) select label, id from opened_folders`,
  );
  // What the database does for each row when a person acts would take minutes here.
  await db.execute(sql`alter table photos disable trigger user`);
  await db.execute(sql`alter table drafts disable trigger user`);
  await db.execute(sql`insert into photos (assignment_id, name, position, content_identity, content_sample, record)
    select a.id, 'kt26-' || n || '.jpg', n, md5(a.id::text || n), '9:' || md5(a.id::text || n), ${record}::jsonb
    from assignments a, generate_series(1, ${PICTURES}) n`);
  await db.execute(sql`insert into files (photo_id, folder_id, relative_path, format, size, modified_ns, digest)
    select p.id, a.working_folder_id, p.name, 'jpeg', 9, '1', 'x' from photos p join assignments a on a.id = p.assignment_id`);
  await db.execute(sql`insert into drafts (photo_id, field, value, origin)
    select id, 'headline', '{"version":1,"value":"Launch"}', '{"by":"hand"}' from photos where position % 2 = 0`);
  await db.execute(sql`insert into photo_summaries (photo_id) select id from photos`);
  await db.execute(sql`insert into photo_keywords (photo_id, spelling, since)
    select id, word, now() from photos, unnest(array['ketch', 'boatyard']) word`);
  await db.execute(sql`alter table photos enable trigger user`);
  await db.execute(sql`alter table drafts enable trigger user`);
  await db.execute(sql`insert into runs (assignment_id, kind, state, parameters, ended_at)
    select id, 'embed', 'done', '{"version":1}', now() from assignments`);
  await db.execute(sql`insert into run_items (run_id, position, photo_id, name, state)
    select r.id, p.position, p.id, p.name, 'done' from runs r join photos p on p.assignment_id = r.assignment_id`);
  await db.execute(sql`analyze`);
  const { rows } = await db.execute<{ assignment: string; photo: string; run: string }>(sql`
    select a.id as assignment, p.id as photo, r.id as run from assignments a
    join photos p on p.assignment_id = a.id and p.position = 500 join runs r on r.assignment_id = a.id limit 1`);
  ({ assignment: here, photo: photoId, run: runId } = rows[0]!);
}

interface Asked {
  readonly text: string;
  readonly values: unknown[];
}

/** The queries that something asks, each kind once. */
async function queriesOf(act: () => Promise<unknown>): Promise<Asked[]> {
  const asked: Asked[] = [];
  const real = Client.prototype.query;
  Client.prototype.query = function (this: Client, ...all: unknown[]) {
    const [first, second] = all as [string | { text?: string; values?: unknown[] }, unknown];
    const text = typeof first === 'string' ? first : (first?.text ?? '');
    const values = Array.isArray(second) ? second : (typeof first === 'object' && first?.values) || [];
    asked.push({ text, values });
    return (real as (...all: unknown[]) => unknown).apply(this, all);
  } as typeof real;
  try {
    await act();
  } finally {
    Client.prototype.query = real;
  }
  const first = new Map(asked.reverse().map((one) => [one.text, one]));
  return [...first.values()].filter(({ text }) => /^\s*(select|insert|update|delete|with)\b/i.test(text));
}

interface Plan {
  readonly 'Node Type': string;
  readonly 'Relation Name'?: string;
  readonly Plans?: readonly Plan[];
}
const scansIn = (plan: Plan): string[] => [
  ...(plan['Node Type'] === 'Seq Scan' && LARGE.includes(plan['Relation Name']!)
    ? [plan['Relation Name']!]
    : []),
  ...(plan.Plans ?? []).flatMap(scansIn),
];

/** Large tables that an act reads from end to end, with the query. */
async function scans(act: () => Promise<unknown>): Promise<string[]> {
  const found: string[] = [];
  for (const { text, values } of await queriesOf(act)) {
    const { rows } = await pool().query(`explain (format json) ${text}`, values);
    const plan = (rows[0] as { 'QUERY PLAN': [{ Plan: Plan }] })['QUERY PLAN'][0].Plan;
    for (const table of scansIn(plan)) found.push(`${table}: ${text.replace(/\s+/g, ' ').slice(0, 400)}`);
  }
  return found;
}

const api = path.join(root, 'src/app/api');
const routes = readdirSync(api, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.name === 'route.ts')
  .map((entry) => path.relative(api, entry.parentPath))
  // It never ends by itself.
  .filter((route) => route !== 'changes');

/** What asks for every picture there is, and why. */
const whole: Readonly<Record<string, string>> = {
  assignments: 'counts the pictures of each assignment',
  workshop: 'counts pictures, drafts and strips of each assignment',
  'vocabulary/order': 'counts what every word is used for',
  'vocabulary/terms': 'counts what every word is used for',
};

test('what is read for one assignment, one picture, one run', async () => {
  const wrong: Record<string, string[]> = {};
  let asked = 0;
  for (const route of routes) {
    const { GET } = (await import(path.join(api, route, 'route.ts'))) as {
      GET?: (request: Request, route: { params: Promise<unknown> }) => Promise<Response>;
    };
    if (!GET || route in whole) continue;
    const id = route.startsWith('photos') ? photoId : route.startsWith('runs') ? runId : here;
    const address = config().address;
    const url = `${address}/api/${route.replace('[id]', id)}`;
    const request = new Request(url, { headers: { host: new URL(address).host } });
    const found = await scans(async () => {
      asked++;
      const answer = await GET(request, { params: Promise.resolve(route.includes('[id]') ? { id } : {}) });
      await answer.text();
    });
    if (found.length > 0) wrong[route] = found;
  }
  expect(asked).toBeGreaterThan(30);
  expect(wrong).toEqual({});
});

test('what is written for one picture, and what workers ask for', async () => {
  const { context } = server;
  const found = [
    ...(await scans(() =>
      writeDrafts(context, here, { of: 'these', ids: [photoId] }, {
        kind: 'set',
        field: 'city',
        value: 'Pellvik',
      } as never),
    )),
    ...(await scans(() => startEmbed(context, here, { scope: { of: 'these', ids: [photoId] } } as never))),
    ...(await scans(() => runsToCarryOut(context))),
    ...(await scans(() =>
      withLease(async (lease) => {
        await claimNext(context, runId, lease);
        await waitingItems(context, runId, lease);
      }),
    )),
  ];
  expect(found).toEqual([]);
});
