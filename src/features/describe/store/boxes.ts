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
  /** The act that it is: what is known of the pictures as the box is closed decides. Undefined while the value is not allowed. */
  readonly act: () => (Pick<WritingEdit, 'base'> & { readonly writing: Writing }) | undefined;
  readonly write: Write;
  /** Whether it is written although it is as before. */
  readonly keepsSame?: boolean | undefined;
  readonly isSame: (a: T, b: T) => boolean;
}

export type WritingOptions = Pick<WritingEdit, 'confirmed' | 'continues' | 'base'> & {
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
    } as OpenEdit;
    open.set(box, next);
    const { key, scope } = next;
    const act = edit.act();
    const isSmall = scope.of !== 'these' || scope.ids.length <= KEPT_OPEN;
    if (act && isSmall) keep({ key, at, isOpen: true, scope, ...act });
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
    const { key, scope, value, before, isSame, keepsSame, write } = edit;
    const act = edit.act();
    // Typed and taken back: of pictures that differ, none is written to.
    const isTakenBack = !keepsSame && isSame(value, before);
    if (!act && !isTakenBack) return false;
    open.delete(box);
    if (isTakenBack || !act) forget(key);
    else {
      const entry = entries.get(box);
      const continues = entry?.isWritten ? { continues: true as const } : {};
      entries.set(box, { at: entry?.at ?? now(), isWritten: true });
      const { writing, ...known } = act;
      write(scope, writing, { key, ...continues, ...known });
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
