// npm run bench:scale: one installation with 500 templates of 40 entries and 10,000 pictures, on a database of its own.
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { sql } from 'drizzle-orm';
import { field, fieldIds, isList } from '../src/core/catalogue/fields';
import type { Entry } from '../src/core/templates/template';
import type { Context } from '../src/server/context';
import { withDatabase } from './database';

const { values } = parseArgs({
  options: { photos: { type: 'string', default: '10000' }, templates: { type: 'string', default: '500' } },
});
const [PICTURES, TEMPLATES] = [values.photos, values.templates].map(Number) as [number, number];
const LINES = 40;
const ROUNDS = 5;

const ids = fieldIds.filter((id) => ['text', 'multiline', 'list'].includes(field(id).type));
const lines = (seed: number): Entry[] =>
  Array.from({ length: LINES }, (_, i): Entry => {
    const id = ids[(i + seed) % ids.length]!;
    const text = i % 4 === 3 ? '{{ year taken }} {{ city ? no place }}' : `Text ${i} of template ${seed}`;
    return { field: id, rule: isList(id) ? 'add' : 'overwrite', texts: [text] };
  });

async function compare(context: Context): Promise<void> {
  await fill(context.db);
  const { templatePreview } = await import('../src/server/operations/templates/templatePreview');
  const { readShelf } = await import('../src/server/operations/templates/templateShelf');
  await measure(`what lacks a value in ${PICTURES} pictures, ${LINES} entries`, () =>
    templatePreview(context, { entries: lines(0) }),
  );
  await measure(`the shelf of ${TEMPLATES} templates`, () => readShelf(context));
}

async function fill(db: Context['db']): Promise<void> {
  const record = {
    version: 1,
    problems: [],
    camera: { camera: 'Tindra K2' },
    pixels: { width: 6000, height: 4000 },
    fields: Object.fromEntries(
      ids.slice(0, 25).map((id) => [
        id,
        {
          value: isList(id) ? ['ketch', 'boatyard'] : `A value of ${id}, as long as such values are`,
          origin: 'xmp',
          agrees: true,
          voices: [
            { origin: 'xmp', value: 'x' },
            { origin: 'iim', value: 'x' },
          ],
        },
      ]),
    ),
  };
  await db.execute(sql`insert into opened_folders (path, label, kind) values ('/x', 'x', 'working')`);
  await db.execute(
    sql`insert into assignments (name, working_folder_id) select 'Scale', id from opened_folders`,
  );
  await db.execute(sql`insert into photos (assignment_id, name, position, content_identity, record)
    select a.id, 'kt26-' || n || '.jpg', n, md5(n::text), ${JSON.stringify(record)}::jsonb
    from assignments a, generate_series(1, ${PICTURES}) n`);
  await db.execute(sql`insert into files (photo_id, folder_id, relative_path, format, size, modified_ns, digest)
    select p.id, f.id, p.name, 'jpeg', 1, '1', 'x' from photos p, opened_folders f`);
  for (let n = 0; n < TEMPLATES; n++)
    await db.execute(
      sql`insert into templates (name, kind, entries) values (${`Template ${n}`}, 'standing', ${JSON.stringify(lines(n))}::jsonb)`,
    );
}

async function measure(name: string, act: () => Promise<unknown>): Promise<void> {
  const times: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const start = performance.now();
    await act();
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  console.log(`${name}: ${Math.round(times[Math.floor(ROUNDS / 2)]!)} ms (median of ${ROUNDS})`);
}

await withDatabase(path.join(tmpdir(), 'fabrica-scale'), compare);
process.exit();
