import type { Client } from 'pg';
import { quoted } from '../../backup/tables';
import { partsOf } from './compareBackup';
import { copyRows } from './copyRows';

/**
 * Tables below an assignment, each behind those that it refers to, with the column that leads up and the table it leads
 * to. Gatherings are chosen on their own.
 */
const below = [
  ['assignment_facts', 'assignment_id', 'assignments'],
  ['assignment_people', 'assignment_id', 'assignments'],
  ['templates_in_force', 'assignment_id', 'assignments'],
  ['photos', 'assignment_id', 'assignments'],
  ['files', 'photo_id', 'photos'],
  ['outside_changes', 'photo_id', 'photos'],
  ['drafts', 'photo_id', 'photos'],
  ['writings', 'assignment_id', 'assignments'],
  ['runs', 'assignment_id', 'assignments'],
  ['run_items', 'run_id', 'runs'],
  ['inverse_edits', 'item_id', 'run_items'],
  ['licences', 'assignment_id', 'assignments'],
] as const;

/**
 * Takes an assignment with everything below it. Returns the name of the assignment that holds one of its files here: then
 * nothing is taken, for a file belongs to one picture.
 */
export async function takeAssignment(here: Client, backup: Client, id: string): Promise<string | undefined> {
  const folders = await takeFolders(here, backup);
  const edit = (rows: string) =>
    folders.reduce((text, [then, now]) => text.replaceAll(`"${then}"`, `"${now}"`), rows);
  const heldBy = await holderOf(here, backup, id, edit);
  if (heldBy !== undefined) return heldBy;
  await copyRows(here, backup, 'assignments', 'id', [id], edit);
  const ids: Record<string, string[]> = { assignments: [id] };
  for (const [table, column, parent] of below) {
    await copyRows(here, backup, table, column, ids[parent]!, edit);
    ids[table] = await idsIn(backup, table, column, ids[parent]!);
  }
  return undefined;
}

async function idsIn(
  backup: Client,
  table: string,
  column: string,
  keys: readonly string[],
): Promise<string[]> {
  if (!['photos', 'runs', 'run_items'].includes(table)) return [];
  const { rows } = await backup.query<{ id: string }>(
    `select id::text from ${quoted(table)} where ${quoted(column)}::text = any($1)`,
    [keys],
  );
  return rows.map(({ id }) => id);
}

/** Opens the folders of the backup here. Returns ids of those that are open here under another id: [then, now]. */
async function takeFolders(here: Client, backup: Client): Promise<[string, string][]> {
  const changed: [string, string][] = [];
  for await (const rows of partsOf(backup, 'opened_folders')) {
    await here.query(
      'insert into opened_folders select * from json_populate_recordset(null::opened_folders, $1::json) on conflict do nothing',
      [rows],
    );
    const found = await here.query<{ then: string; now: string }>(
      `select r.id::text as then, f.id::text as now from json_populate_recordset(null::opened_folders, $1::json) r
      join opened_folders f on f.path = r.path where f.id <> r.id`,
      [rows],
    );
    changed.push(...found.rows.map((one): [string, string] => [one.then, one.now]));
  }
  return changed;
}

async function holderOf(
  here: Client,
  backup: Client,
  id: string,
  edit: (rows: string) => string,
): Promise<string | undefined> {
  const inAssignment = 't.photo_id in (select p.id from photos p where p.assignment_id::text = $1)';
  let held: string | undefined;
  for await (const rows of partsOf(backup, 'files', inAssignment, [id])) {
    const found = await here.query<{ name: string }>(
      `select a.name from json_populate_recordset(null::files, $1::json) r
      join files f on f.folder_id = r.folder_id and f.relative_path = r.relative_path
      join photos p on p.id = f.photo_id join assignments a on a.id = p.assignment_id limit 1`,
      [edit(rows)],
    );
    held ??= found.rows[0]?.name;
  }
  return held;
}
