import type { Scope } from '@/core/drafts/scope';
import type { Writing } from '@/server/operations/drafts/writing';
import { makeBoxes, type Write } from './boxes';
import type { Shown } from './edit';
import {
  closedInOrder,
  type Edit,
  isStep,
  isWaiting,
  type Refusal,
  type StepEdit,
  type WritingEdit,
} from './edit';
import { makeFormer } from './former';

/** The answer to an edit. */
export interface Answer {
  readonly transaction?: string | undefined;
  /** The act that can be undone next. */
  readonly undo?: { readonly id: string };
  /** Pictures that were written to since, and kept what they have. */
  readonly kept?: number;
}

export interface EditState {
  /** In the order in which they were made: waiting, answered and not yet in all lists, or refused. */
  readonly edits: readonly Edit[];
  /** waiting: the server does not answer. */
  readonly status: 'saved' | 'saving' | 'waiting';
  /** How the last undo or redo ended. */
  readonly step?: { readonly kept: number } | { readonly message: string };
}

/** What the store needs: the server, the browser and the lists. */
export interface Effects {
  /** Throws `unreachable` where it may go well later, else the refusal. */
  readonly send: (edit: Edit, continues: string | undefined) => Promise<Answer>;
  readonly nextStep: (undone: boolean) => Promise<string | undefined>;
  readonly refusalOf: (error: unknown) => Refusal | undefined;
  /** An edit in place of one that was refused because somebody else wrote the same text; or the refusal. */
  readonly rebase?: (edit: WritingEdit, refusal: Refusal) => Promise<WritingEdit | Refusal>;
  readonly keep: (edit: Edit) => void;
  readonly forget: (key: string) => void;
  /** What the lists show now of the pictures that are meant, where that is known. */
  readonly shown: (scope: Scope) => Shown | undefined;
  readonly answered?: (edit: Edit, answer: Answer) => void;
  readonly newKey: () => string;
  readonly now: () => number;
  readonly pause: (ms: number) => Promise<void>;
}

const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 15_000;
export type EditStore = ReturnType<typeof makeEditStore>;

/**
 * All that was typed for the pictures of an assignment and is not in every list yet. Edits are sent one after the other. What
 * a list shows is `applyEdits` over what the server told; an edit leaves when everything that was read has its transaction.
 */
export function makeEditStore(effects: Effects) {
  const { newKey } = effects;
  let lastMoment = 0;
  /** Another moment for each edit: they are ordered by it. */
  const now = () => {
    lastMoment = Math.max(effects.now(), lastMoment + 1);
    return lastMoment;
  };
  let state: EditState = { edits: [], status: 'saved' };
  let running: Promise<void> | undefined;
  let lastAct: string | undefined;
  const former = makeFormer();
  const listeners = new Set<() => void>();
  const set = (next: Partial<EditState>) => {
    state = { ...state, ...next };
    for (const listener of listeners) listener();
  };
  const replace = (key: string, edit?: Edit) =>
    set({ edits: state.edits.flatMap((one) => (one.key !== key ? [one] : edit ? [edit] : [])) });

  const boxes = makeBoxes({ ...effects, now }, () => {
    for (const listener of listeners) listener();
  });

  /** The edit with the act that it undoes; undefined where there is none. */
  async function prepared(edit: Edit): Promise<Edit | undefined> {
    if (!isStep(edit)) return edit;
    const writingId = edit.writingId ?? (await effects.nextStep(edit.undone));
    if (!writingId) return undefined;
    const restores = edit.restores ?? former.swap(writingId, effects.shown);
    const known = { ...edit, writingId, ...(restores ? { restores } : {}) };
    effects.keep(known);
    replace(edit.key, known);
    return known;
  }

  function carriedOut(edit: Edit, answer: Answer) {
    const isNew = answer.undo && answer.undo.id !== lastAct;
    if (!isStep(edit) && isNew) former.keep(edit.key, answer.undo!.id);
    lastAct = isStep(edit) ? undefined : answer.undo?.id;
    effects.forget(edit.key);
    effects.answered?.(edit, answer);
    replace(edit.key, answer.transaction ? { ...edit, transaction: answer.transaction } : undefined);
    if (isStep(edit)) set({ step: { kept: answer.kept ?? 0 } });
  }

  async function refuse(edit: Edit, refusal: Refusal) {
    if (isStep(edit)) {
      effects.forget(edit.key);
      replace(edit.key);
      return set({ step: { message: refusal.message } });
    }
    const other = (await effects.rebase?.(edit, refusal).catch(() => refusal)) ?? refusal;
    const next = 'key' in other ? other : { ...edit, refusal: other };
    effects.keep(next);
    if (next.key !== edit.key) effects.forget(edit.key);
    replace(edit.key, next);
  }

  async function sendNext(edit: Edit) {
    const ready = await prepared(edit);
    if (!ready) {
      effects.forget(edit.key);
      replace(edit.key);
      return;
    }
    const continues = !isStep(ready) && ready.continues ? lastAct : undefined;
    carriedOut(ready, await effects.send(ready, continues));
  }

  async function drain() {
    let wait = FIRST_PAUSE_MS;
    for (let edit = state.edits.find(isWaiting); edit; edit = state.edits.find(isWaiting)) {
      try {
        await sendNext(edit);
        wait = FIRST_PAUSE_MS;
      } catch (error) {
        const refusal = effects.refusalOf(error);
        if (refusal) await refuse(edit, refusal);
        else {
          set({ status: 'waiting' });
          await effects.pause(wait);
          wait = Math.min(wait * 2, LONGEST_PAUSE_MS);
        }
      }
    }
    set({ status: 'saved' });
  }

  function start() {
    if (state.status === 'saved') set({ status: 'saving' });
    running ??= drain().finally(() => {
      running = undefined;
      if (state.edits.some(isWaiting)) start();
    });
  }

  function add(edit: Edit) {
    effects.keep(edit);
    set({ edits: [...state.edits, edit] });
    start();
  }

  const write: Write = (scope, writing, { key = newKey(), ...how } = {}) => {
    former.note(key, effects.shown(scope));
    add({ key, at: now(), scope, writing, ...how });
  };

  /** Undo, or redo; `writingId` is the act that the person saw named. */
  function step(undone: boolean, writingId?: string) {
    boxes.closeAll();
    // What is being saved as it is pressed is the last act by then.
    const isLater = undone && state.edits.some(isWaiting);
    const edit: StepEdit = { key: newKey(), at: now(), undone };
    add(writingId && !isLater ? { ...edit, writingId } : edit);
  }

  function discard(key: string) {
    effects.forget(key);
    replace(key);
  }

  async function settle(): Promise<boolean> {
    boxes.closeAll();
    const isPending = running !== undefined;
    while (running) await running;
    return isPending;
  }

  return {
    subscribe: (listener: () => void) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    state: () => state,
    edits: () => state.edits,
    ...boxes,
    write,
    step,
    discard,
    /** Sends a refused edit again, changed or as it was. */
    retry: (edit: WritingEdit, how: Pick<WritingEdit, 'confirmed'> & { writing?: Writing } = {}) => {
      const { key, refusal: _, transaction: _none, at: _at, scope, writing, ...rest } = edit;
      discard(key);
      write(scope, how.writing ?? writing, { ...rest, ...how });
    },
    /** Takes over what another page of this browser could not send. */
    adopt: (edits: readonly Edit[]) => {
      const known = new Set(state.edits.map((edit) => edit.key));
      const left = edits.filter((edit) => !known.has(edit.key));
      if (left.length === 0) return;
      const added = closedInOrder(left, now, effects.keep);
      set({ edits: [...added, ...state.edits] });
      if (added.some(isWaiting)) start();
    },
    /** Lets go of edits that everything that was read shows. */
    prune: (isInAll: (transaction: string) => boolean) => {
      const left = state.edits.filter((edit) => !edit.transaction || !isInAll(edit.transaction));
      if (left.length !== state.edits.length) set({ edits: left });
    },
    settle,
  };
}
