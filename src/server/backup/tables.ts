import type { ClientBase } from 'pg';

/** Derived tables, and tables that hold only the state of running processes. */
const LEFT_OUT: readonly string[] = [
  'photo_search',
  'search_stale',
  'search_words',
  'photo_summaries',
  'photo_keywords',
  'name_claims',
  'folder_scans',
  'acts',
];

/** Optional: large, and useless without the files it belongs to. */
const UNDO_DATA = 'inverse_edits';

/** Tables that reference photos by trigger, without a foreign key. */
const AFTER_PHOTOS: readonly string[] = ['drafts'];

export interface TableToBackUp {
  readonly name: string;
  /** Excludes generated columns. */
  readonly columns: readonly string[];
}

/** Returns the tables to back up, ordered so that each follows the tables it references. */
export async function tablesToBackUp(
  client: ClientBase,
  { undoData }: { undoData: boolean },
): Promise<TableToBackUp[]> {
  const { rows } = await client.query<{ name: string; columns: string[]; refers: string[] }>(`
    select c.relname as name,
      array(select a.attname::text from pg_attribute a where a.attrelid = c.oid and a.attnum > 0
        and not a.attisdropped and a.attgenerated = '' order by a.attnum) as columns,
      array(select distinct f.relname::text from pg_constraint k join pg_class f on f.oid = k.confrelid
        where k.conrelid = c.oid and k.contype = 'f' and f.oid <> c.oid) as refers
    from pg_class c join pg_namespace n on n.oid = c.relnamespace
    where n.nspname = 'public' and c.relkind = 'r' order by c.relname`);
  const all = rows
    .filter(({ name }) => !LEFT_OUT.includes(name) && (undoData || name !== UNDO_DATA))
    .map((one) => (AFTER_PHOTOS.includes(one.name) ? { ...one, refers: [...one.refers, 'photos'] } : one));
  return inOrder(all);
}

function inOrder(
  tables: readonly (TableToBackUp & { readonly refers: readonly string[] })[],
): TableToBackUp[] {
  const ordered: TableToBackUp[] = [];
  const open = new Map(tables.map((one) => [one.name, one]));
  while (open.size > 0) {
    const ready = [...open.values()].filter(({ refers }) => !refers.some((name) => open.has(name)));
    if (ready.length === 0) throw new Error(`Tables reference each other: ${[...open.keys()].join(', ')}`);
    for (const { name, columns } of ready) {
      ordered.push({ name, columns });
      open.delete(name);
    }
  }
  return ordered;
}
