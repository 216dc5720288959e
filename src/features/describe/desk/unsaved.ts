import { type Scope, these } from '@/core/drafts/scope';
import { isInSnapshot } from '@/core/drafts/snapshot';
import type { Writing } from '@/server/operations/drafts/writing';

/** An act on its way to the server. Its key makes it safe to send again, from whichever window. */
export interface WritingAct {
  readonly key: string;
  readonly at: number;
  readonly scope: Scope;
  readonly writing: Writing;
  /** Rights that it gives up are meant. */
  readonly confirmed?: true;
  /** It adds to the text that the act before it wrote: one undo takes back both. */
  readonly continues?: true;
  /** Why the server refused it. It is kept until somebody decides. */
  readonly refusal?: { readonly message: string; readonly code: string | undefined };
}

const place = (assignmentId: string, key = '') => `fabrica unsaved ${assignmentId} ${key}`;

/** The acts of this page that the server has not answered yet. */
const underWay = new Set<string>();

/** The transaction of the last act that was answered. */
let lastTransaction: string | undefined;

const listeners = new Set<() => void>();

/** Calls back whenever all acts are answered. */
export function onActsAnswered(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Whether a reading shows all that this page wrote: every act is answered, and the reading began behind the last one. */
export const isAfterActs = (snapshot: string | undefined): boolean =>
  underWay.size === 0 &&
  snapshot !== undefined &&
  (lastTransaction === undefined || isInSnapshot(lastTransaction, snapshot));

/** An act was answered: it is saved by that transaction, or was refused. */
export function actAnswered(assignmentId: string, act: WritingAct, transaction?: string): void {
  lastTransaction = transaction ?? lastTransaction;
  forgetUnsaved(assignmentId, act);
  if (underWay.size === 0) for (const listener of listeners) listener();
}

/** Keeps an act in the browser until it is saved: a reload or a closed window does not lose it. */
export function keepUnsaved(assignmentId: string, act: WritingAct): void {
  underWay.add(act.key);
  try {
    localStorage.setItem(place(assignmentId, act.key), JSON.stringify(act));
  } catch {
    // A browser that keeps nothing, or has no room: the act is still in the page.
  }
}

export function forgetUnsaved(assignmentId: string, { key }: WritingAct): void {
  underWay.delete(key);
  try {
    localStorage.removeItem(place(assignmentId, key));
  } catch {
    // As above.
  }
}

/** The server knows an act by its key for thirty days: an older one could be carried out a second time. */
const OLDEST_MS = 25 * 24 * 60 * 60 * 1000;

/** Pages of versions without scopes stored the ids of their pictures. */
function present({ photoIds, ...act }: WritingAct & { photoIds?: readonly string[] }): WritingAct {
  return photoIds ? { ...act, scope: these(photoIds) } : act;
}

/** Keeps an act that the server refused, with the reason: a reload shows it again. */
export function keepRefused(assignmentId: string, act: WritingAct): void {
  keepUnsaved(assignmentId, act);
  underWay.delete(act.key);
}

/** Acts that an earlier page could not save, oldest first; those that were refused among them. */
export function unsavedActs(assignmentId: string): WritingAct[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(place(assignmentId)))
      .map((key) => present(JSON.parse(localStorage.getItem(key)!)))
      .filter((act) => Date.now() - act.at < OLDEST_MS)
      .sort((a, b) => a.at - b.at);
  } catch {
    return [];
  }
}
