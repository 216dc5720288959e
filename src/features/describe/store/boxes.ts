import type { Scope } from '@/core/drafts/scope';
import type { Writing } from '@/server/operations/drafts/writing';
import type { Edit, WritingEdit } from './edit';

/** What a box types, until it is closed: only then it is sent. */
export interface OpenEdit<T = unknown> {
  readonly key: string;
  readonly value: T;
  /** The value that the box showed before. */
  readonly before: T;
  readonly scope: Scope;
  /** Undefined while the value is not allowed. */
  readonly writing: Writing | undefined;
  readonly base?: string | undefined;
  readonly write: Write;
  /** Whether it is written although it is as before. */
  readonly keepsSame?: boolean | undefined;
  readonly isSame: (a: T, b: T) => boolean;
}

export type WritingOptions = Pick<WritingEdit, 'confirmed' | 'continues' | 'base' | 'box'> & {
  readonly key?: string;
};
export type Write = (scope: Scope, writing: Writing, how?: WritingOptions) => void;

/** A box is closed so long after the last key. */
export const SAVE_AFTER_MS = 600;
/** Who goes on typing within it goes on with the same text: one undo takes back all of it. */
const ENTRY_PAUSE_MS = 5000;
/** An open edit for more pictures than this is kept when it is closed: to keep it at each key would be slow. */
const KEPT_OPEN = 1000;

/** The boxes that are typed into: each holds one open edit, which is closed after a pause or on leaving. */
export function makeBoxes(
  {
    keep,
    forget,
    newKey,
    now,
  }: {
    readonly keep: (edit: Edit) => void;
    readonly forget: (key: string) => void;
    readonly newKey: () => string;
    readonly now: () => number;
  },
  changed: () => void,
) {
  const open = new Map<string, OpenEdit>();
  const timers = new Map<string, ReturnType<typeof setTimeout>>();
  /** When the last key of an entry came, and whether a part of the entry is written. */
  const entries = new Map<string, { readonly at: number; readonly isWritten: boolean }>();

  function type<T>(
    box: string,
    edit: Omit<OpenEdit<T>, 'key'>,
    /** The box is closed on leaving only. */
    { onLeave = false } = {},
  ) {
    const at = now();
    const entry = entries.get(box);
    const isGoingOn = entry && at - entry.at < ENTRY_PAUSE_MS;
    entries.set(box, { at, isWritten: isGoingOn ? entry.isWritten : false });
    const held = open.get(box);
    const next = {
      ...edit,
      key: held?.key ?? newKey(),
      before: held ? held.before : edit.before,
      base: held ? held.base : edit.base,
    } as OpenEdit;
    open.set(box, next);
    const { key, scope, writing, base } = next;
    const isSmall = scope.of !== 'these' || scope.ids.length <= KEPT_OPEN;
    if (writing && isSmall)
      keep({ key, at, isOpen: true, scope, writing, ...(base === undefined ? {} : { base }) });
    clearTimeout(timers.get(box));
    if (!onLeave)
      timers.set(
        box,
        setTimeout(() => pauseIn(box), SAVE_AFTER_MS),
      );
    changed();
  }

  /** Writes what was typed so far. False where the value is not allowed: it stays open. */
  function pauseIn(box: string): boolean {
    clearTimeout(timers.get(box));
    const edit = open.get(box);
    if (!edit) return true;
    const { key, scope, writing, value, before, base, isSame, keepsSame, write } = edit;
    // Typed and taken back: of pictures that differ, none is written to.
    const isTakenBack = !keepsSame && isSame(value, before);
    if (!writing && !isTakenBack) return false;
    open.delete(box);
    if (isTakenBack || !writing) forget(key);
    else {
      const entry = entries.get(box);
      const continues = entry?.isWritten ? { continues: true as const } : {};
      entries.set(box, { at: entry?.at ?? now(), isWritten: true });
      write(scope, writing, { key, box, ...continues, ...(base === undefined ? {} : { base }) });
    }
    changed();
    return true;
  }

  /** The same as one leaves the box: what is typed next is another entry. */
  function close(box: string): boolean {
    const isClosed = pauseIn(box);
    if (isClosed) entries.delete(box);
    return isClosed;
  }

  return {
    type,
    close,
    closeAll: () => {
      for (const box of [...open.keys()]) close(box);
    },
    /** Lets go of what is typed and not written yet. */
    putBack: (box: string) => {
      clearTimeout(timers.get(box));
      const edit = open.get(box);
      if (edit) forget(edit.key);
      open.delete(box);
      changed();
    },
    openIn: (box: string): OpenEdit | undefined => open.get(box),
  };
}
