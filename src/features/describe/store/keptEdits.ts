import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { these } from '@/core/drafts/scope';
import { newKey } from '@/ui/useRequestOnce';
import type { Edit } from './edit';

/** An edit as the browser keeps it. */
interface KeptEdit {
  readonly key: string;
  readonly assignmentId: string;
  /** The page that sends it. */
  readonly page: string;
  readonly edit: Edit;
}

interface Schema extends DBSchema {
  edits: { key: string; value: KeptEdit; indexes: { assignment: string } };
}

const VERSION = 1;
/** The server knows an edit by its key for thirty days: an older one could be carried out a second time. */
const OLDEST_MS = 25 * 24 * 60 * 60 * 1000;
const page = newKey();
const lockOf = (other: string) => `fabrica page ${other}`;

let opened: Promise<IDBPDatabase<Schema> | undefined> | undefined;
let database: IDBPDatabase<Schema> | undefined;

function open(): Promise<IDBPDatabase<Schema> | undefined> {
  opened ??= opening().catch(() => undefined);
  return opened;
}

/** A browser that keeps nothing fails here: the edits are still in the page. */
async function opening(): Promise<IDBPDatabase<Schema>> {
  database = await openDB<Schema>('fabrica', VERSION, {
    upgrade: (db) =>
      db.createObjectStore('edits', { keyPath: 'key' }).createIndex('assignment', 'assignmentId'),
    // A newer version is opened in another window, or the browser deleted the data.
    blocking: close,
    terminated: close,
  });
  // Held until the page ends: other pages take its edits only then.
  void globalThis.navigator?.locks?.request(lockOf(page), () => new Promise(() => undefined));
  return database;
}

function close(): void {
  database?.close();
  [database, opened] = [undefined, undefined];
}

/** At once where the database is open: a page that goes away does not wait. */
function inStore(
  act: (store: { put: (kept: KeptEdit) => unknown; delete: (key: string) => unknown }) => unknown,
) {
  const run = (db: IDBPDatabase<Schema>) => {
    try {
      const tx = db.transaction('edits', 'readwrite');
      tx.done.catch(() => undefined);
      void act(tx.store);
      tx.commit();
    } catch {
      // Closed a moment ago: the edit is still in the page, and the next one opens the database again.
      close();
    }
  };
  if (database) run(database);
  else void open().then((db) => db && run(db));
}

/** Keeps the edits of an assignment in the browser until they are saved: a reload, a closed window or a crash loses none. */
export function keptEdits(assignmentId: string) {
  return {
    keep: (edit: Edit) => {
      // Lists that an undo brings back are known to this page only.
      const { restores: _, ...plain } = edit as Edit & { restores?: unknown };
      inStore((store) => store.put({ key: edit.key, assignmentId, page, edit: plain as Edit }));
    },
    forget: (key: string) => inStore((store) => store.delete(key)),
    /** Gives the edits that pages left behind: now, and whenever another page of this browser ends. */
    adopt: async (take: (edits: readonly Edit[]) => void) => {
      const db = await open();
      const old = editsOfOldPages(assignmentId);
      for (const edit of old) await db?.put('edits', { key: edit.key, assignmentId, page, edit });
      // Where nothing else is kept, they stay there.
      if (db) for (const key of oldKeys(assignmentId)) localStorage.removeItem(key);
      take(old);
      const kept = (await db?.getAllFromIndex('edits', 'assignment', assignmentId)) ?? [];
      const others = [...new Set(kept.map((one) => one.page))].filter((one) => one !== page);
      const takeFrom = async (other: string) => {
        const all = (await db?.getAllFromIndex('edits', 'assignment', assignmentId)) ?? [];
        const left = all.filter((one) => one.page === other);
        for (const one of left) await db?.put('edits', { ...one, page });
        take(left.map(({ edit }) => notTooOld(edit)));
      };
      const locks = globalThis.navigator?.locks;
      await Promise.all(
        others.map((other) =>
          locks ? locks.request(lockOf(other), () => takeFrom(other)) : takeFrom(other),
        ),
      );
    },
  };
}

function notTooOld(edit: Edit): Edit {
  if (Date.now() - edit.at < OLDEST_MS) return edit;
  const message = 'This was typed more than 25 days ago, and may have been saved then.';
  return { ...edit, refusal: edit.refusal ?? { message, code: undefined } };
}

// Former versions kept acts in localStorage, the oldest with the ids of their pictures.
const oldPlace = (assignmentId: string) => `fabrica unsaved ${assignmentId} `;

function oldKeys(assignmentId: string): string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(oldPlace(assignmentId)));
  } catch {
    return [];
  }
}

function editsOfOldPages(assignmentId: string): Edit[] {
  const acts = oldKeys(assignmentId).map((key) => JSON.parse(localStorage.getItem(key)!));
  return acts.map(({ photoIds, ...act }) => notTooOld(photoIds ? { ...act, scope: these(photoIds) } : act));
}
