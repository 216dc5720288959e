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
  /** Whether the value of the pictures is loaded. Until then a pause writes nothing. */
  readonly isRead?: (() => boolean) | undefined;
  readonly write: Write;
  /** Whether it is written although it is as before. */
  readonly keepsSame?: boolean | undefined;
  readonly isSame: (a: T, b: T) => boolean;
  /** It was to be written, and the value is not allowed. */
  readonly isNotAllowed?: boolean;
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

interface Effects {
  readonly keep: (edit: Edit) => void;
  readonly forget: (key: string) => void;
  readonly newKey: () => string;
  readonly now: () => number;
}

/** The boxes that are typed into: each holds one open edit, which is closed after a pause or on leaving. */
export class Boxes {
  readonly #effects: Effects;
  readonly #changed: () => void;
  readonly #open = new Map<string, OpenEdit>();
  readonly #timers = new Map<string, ReturnType<typeof setTimeout>>();
  /** When the last key of an entry came, and whether a part of the entry is written. */
  readonly #entries = new Map<string, { readonly at: number; readonly isWritten: boolean }>();

  constructor(effects: Effects, changed: () => void) {
    this.#effects = effects;
    this.#changed = changed;
  }

  openIn(box: string): OpenEdit | undefined {
    return this.#open.get(box);
  }

  type<T>(
    box: string,
    edit: Omit<OpenEdit<T>, 'key'>,
    /** The box is closed on leaving only. */
    { onLeave = false } = {},
  ): void {
    const { keep, newKey, now } = this.#effects;
    const at = now();
    const entry = this.#entries.get(box);
    const isGoingOn = entry && at - entry.at < ENTRY_PAUSE_MS;
    this.#entries.set(box, { at, isWritten: isGoingOn ? entry.isWritten : false });
    const held = this.#open.get(box);
    const { key, before } = held ?? { key: newKey(), before: edit.before };
    this.#open.set(box, { ...edit, key, before } as OpenEdit);
    const { scope } = edit;
    const act = edit.act();
    const isSmall = scope.of !== 'these' || scope.ids.length <= KEPT_OPEN;
    if (act && isSmall) keep({ key, at, isOpen: true, scope, ...act });
    if (!onLeave) this.#writeLater(box);
    this.#changed();
  }

  /** The same as `close`; where the value of the pictures is not loaded, it waits for it. */
  leave(box: string): boolean {
    const isRead = this.#open.get(box)?.isRead?.() ?? true;
    if (isRead) return this.close(box);
    this.#writeLater(box);
    return true;
  }

  /** Writes what was typed, as its box goes. False where the value is not allowed: it stays open. */
  close(box: string): boolean {
    const isClosed = this.#writeNow(box);
    if (isClosed) this.#entries.delete(box);
    return isClosed;
  }

  closeAll(): void {
    for (const box of [...this.#open.keys()]) this.close(box);
  }

  /** Lets go of what is typed and not written yet. */
  putBack(box: string): void {
    clearTimeout(this.#timers.get(box));
    const edit = this.#open.get(box);
    if (edit) this.#effects.forget(edit.key);
    this.#open.delete(box);
    this.#changed();
  }

  #writeLater(box: string): void {
    clearTimeout(this.#timers.get(box));
    const write = () => {
      const isRead = this.#open.get(box)?.isRead?.() ?? true;
      if (isRead) this.#writeNow(box);
      else this.#writeLater(box);
    };
    this.#timers.set(box, setTimeout(write, SAVE_AFTER_MS));
  }

  /** Writes what was typed so far; what is typed next goes on with it. */
  #writeNow(box: string): boolean {
    clearTimeout(this.#timers.get(box));
    const edit = this.#open.get(box);
    if (!edit) return true;
    const { key, scope, value, before, isSame, keepsSame, write } = edit;
    const act = edit.act();
    // Typed and taken back: of pictures that differ, none is written to.
    const isTakenBack = !keepsSame && isSame(value, before);
    if (!act && !isTakenBack) {
      this.#open.set(box, { ...edit, isNotAllowed: true });
      this.#changed();
      return false;
    }
    this.#open.delete(box);
    if (isTakenBack || !act) this.#effects.forget(key);
    else {
      const entry = this.#entries.get(box);
      this.#entries.set(box, { at: entry?.at ?? this.#effects.now(), isWritten: true });
      const { writing, ...known } = act;
      write(scope, writing, { key, ...(entry?.isWritten ? { continues: true as const } : {}), ...known });
    }
    this.#changed();
    return true;
  }
}
