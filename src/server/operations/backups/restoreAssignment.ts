import { type Client, escapeIdentifier } from 'pg';
import { refuseForeign } from '../folders/folders';
import { readBatches } from './compareBackup';
import { copyRows } from './copyRows';

/** Dependent tables of an assignment in insertion order: [table, referencing column, referenced table]. */
const dependentTables = [
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
 * Restores an assignment with all dependent rows. A file belongs to one picture: if another assignment owns one of its
 * files now, restores nothing and returns the name of that assignment.
 */
export async function restoreAssignment(
  here: Client,
  backup: Client,
  id: string,
): Promise<string | undefined> {
  const folders = await restoreFolders(here, backup, id);
  const edit = (rows: string) =>
    folders.reduce((text, [then, now]) => text.replaceAll(`"${then}"`, `"${now}"`), rows);
  const ownedBy = await ownerOfFiles(here, backup, id, edit);
  if (ownedBy !== undefined) return ownedBy;
  await copyRows(here, backup, 'assignments', 'id', [id], { edit });
  const ids: Record<string, string[]> = { assignments: [id] };
  for (const [table, column, parent] of dependentTables) {
    await copyRows(here, backup, table, column, ids[parent]!, { edit });
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
    `select id::text from ${escapeIdentifier(table)} where ${escapeIdentifier(column)}::text = any($1)`,
    [keys],
  );
  return rows.map(({ id }) => id);
}

/** Folders that an assignment uses, for its row or for a file of its pictures. */
const USED_FOLDERS = `t.id in (
  select unnest(array[working_folder_id, source_folder_id]) from assignments where id::text = $1
  union all select f.folder_id from files f join photos p on p.id = f.photo_id where p.assignment_id::text = $1)`;

/**
 * Opens the folders of an assignment. Returns the ids of folders that exist under another id: [backup id, current id].
 * Throws if Fabrica may not use one of them.
 */
async function restoreFolders(here: Client, backup: Client, id: string): Promise<[string, string][]> {
  const changed: [string, string][] = [];
  for await (const rows of readBatches(backup, 'opened_folders', USED_FOLDERS, [id])) {
    for (const { path } of JSON.parse(rows) as { path: string }[]) await refuseForeign(path);
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

async function ownerOfFiles(
  here: Client,
  backup: Client,
  id: string,
  edit: (rows: string) => string,
): Promise<string | undefined> {
  const inAssignment = 't.photo_id in (select p.id from photos p where p.assignment_id::text = $1)';
  let held: string | undefined;
  for await (const rows of readBatches(backup, 'files', inAssignment, [id])) {
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
