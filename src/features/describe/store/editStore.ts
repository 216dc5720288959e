import type { Scope } from '@/core/drafts/scope';
import type { Writing } from '@/server/operations/drafts/writing';
import { Boxes, type Write } from './boxes';
import {
  closedInOrder,
  type Edit,
  isStep,
  isWaiting,
  type Refusal,
  type StepEdit,
  type WritingEdit,
} from './edit';
import { Former, type FormerLists } from './former';

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
  /** Throws; `refusalOf` says of the error whether the server refused the edit, or may answer later. */
  readonly send: (edit: Edit, continues: string | undefined) => Promise<Answer>;
  readonly nextStep: (undone: boolean) => Promise<string | undefined>;
  readonly refusalOf: (error: unknown) => Refusal | undefined;
  /** An edit in place of one that was refused because somebody else wrote the same text; or the refusal. */
  readonly rebase?: (edit: WritingEdit, refusal: Refusal) => Promise<WritingEdit | Refusal>;
  readonly keep: (edit: Edit) => void;
  readonly forget: (key: string) => void;
  /** What the lists show now of the pictures that are meant, where that is known. */
  readonly shown: (scope: Scope) => FormerLists | undefined;
  readonly answered?: (edit: Edit, answer: Answer) => void;
  readonly newKey: () => string;
  readonly now: () => number;
  readonly pause: (ms: number) => Promise<void>;
}

const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 15_000;

/**
 * All that was typed for the pictures of an assignment and is not in every list yet. Edits are sent one after the other. What
 * a list shows is `applyEdits` over what the server told; an edit leaves when everything that was read has its transaction.
 */
export class EditStore {
  readonly boxes: Boxes;
  readonly #effects: Effects;
  readonly #former = new Former();
  readonly #listeners = new Set<() => void>();
  #state: EditState = { edits: [], status: 'saved' };
  #running: Promise<void> | undefined;
  /** Id of the act that was saved last. */
  #lastAct: string | undefined;
  #lastMoment = 0;

  constructor(effects: Effects) {
    this.#effects = effects;
    this.boxes = new Boxes({ ...effects, now: () => this.#now() }, () => this.#notify());
  }

  readonly subscribe = (listener: () => void) => {
    this.#listeners.add(listener);
    return () => void this.#listeners.delete(listener);
  };
  readonly state = (): EditState => this.#state;
  readonly edits = (): readonly Edit[] => this.#state.edits;

  readonly write: Write = (scope, writing, { key = this.#effects.newKey(), ...how } = {}) => {
    this.#former.note(key, this.#effects.shown(scope));
    this.#add({ key, at: this.#now(), scope, writing, ...how });
  };

  /** Undo, or redo; `writingId` is the act that the person saw named. */
  readonly step = (undone: boolean, writingId?: string): void => {
    this.boxes.closeAll();
    // What is being saved as it is pressed is the last act by then.
    const isLater = undone && this.edits().some(isWaiting);
    const edit: StepEdit = { key: this.#effects.newKey(), at: this.#now(), undone };
    this.#add(writingId && !isLater ? { ...edit, writingId } : edit);
  };

  readonly discard = (key: string): void => {
    this.#effects.forget(key);
    this.#replace(key);
  };

  /** Sends a refused edit again, changed or as it was. */
  readonly retry = (
    edit: WritingEdit,
    how: Pick<WritingEdit, 'confirmed'> & { readonly writing?: Writing } = {},
  ): void => {
    const { key, scope, writing, base } = edit;
    this.discard(key);
    // The act that it went on with may not be the last one any more.
    this.write(scope, how.writing ?? writing, {
      ...(base === undefined ? {} : { base }),
      ...(how.confirmed ? { confirmed: how.confirmed } : {}),
    });
  };

  /** Takes over what another page of this browser could not send. */
  readonly adopt = (edits: readonly Edit[]): void => {
    const known = new Set(this.edits().map((edit) => edit.key));
    const left = edits.filter((edit) => !known.has(edit.key));
    if (left.length === 0) return;
    const added = closedInOrder(left, () => this.#now(), this.#effects.keep);
    this.#set({ edits: [...added, ...this.edits()] });
    if (added.some(isWaiting)) this.#start();
  };

  /** Lets go of edits that everything that was read shows. */
  readonly prune = (isInAll: (transaction: string) => boolean): void => {
    const left = this.edits().filter((edit) => !edit.transaction || !isInAll(edit.transaction));
    if (left.length !== this.edits().length) this.#set({ edits: left });
  };

  /** Comes when everything that was typed is saved, or refused; with whether that had to be waited for. */
  readonly settle = async (): Promise<boolean> => {
    this.boxes.closeAll();
    const isPending = this.#running !== undefined;
    while (this.#running) await this.#running;
    return isPending;
  };

  /** Another moment for each edit: they are ordered by it. */
  #now(): number {
    this.#lastMoment = Math.max(this.#effects.now(), this.#lastMoment + 1);
    return this.#lastMoment;
  }

  #notify(): void {
    for (const listener of this.#listeners) listener();
  }

  #set(next: Partial<EditState>): void {
    this.#state = { ...this.#state, ...next };
    this.#notify();
  }

  #replace(key: string, edit?: Edit): void {
    this.#set({ edits: this.edits().flatMap((one) => (one.key !== key ? [one] : edit ? [edit] : [])) });
  }

  #add(edit: Edit): void {
    this.#effects.keep(edit);
    this.#set({ edits: [...this.edits(), edit] });
    this.#start();
  }

  #start(): void {
    if (this.#state.status === 'saved') this.#set({ status: 'saving' });
    this.#running ??= this.#drain().finally(() => {
      this.#running = undefined;
      if (this.edits().some(isWaiting)) this.#start();
    });
  }

  async #drain(): Promise<void> {
    let wait = FIRST_PAUSE_MS;
    for (let edit = this.edits().find(isWaiting); edit; edit = this.edits().find(isWaiting)) {
      try {
        await this.#send(edit);
        wait = FIRST_PAUSE_MS;
      } catch (error) {
        const refusal = this.#effects.refusalOf(error);
        if (refusal) await this.#refuse(edit, refusal);
        else {
          this.#set({ status: 'waiting' });
          await this.#effects.pause(wait);
          wait = Math.min(wait * 2, LONGEST_PAUSE_MS);
        }
      }
    }
    this.#set({ status: 'saved' });
  }

  async #send(edit: Edit): Promise<void> {
    const ready = await this.#prepared(edit);
    if (!ready) return this.discard(edit.key);
    const continues = !isStep(ready) && ready.continues ? this.#lastAct : undefined;
    this.#carriedOut(ready, await this.#effects.send(ready, continues));
  }

  /** The edit with the act that it undoes; undefined where there is none. */
  async #prepared(edit: Edit): Promise<Edit | undefined> {
    if (!isStep(edit)) return edit;
    const writingId = edit.writingId ?? (await this.#effects.nextStep(edit.undone));
    if (!writingId) return undefined;
    const restores = edit.restores ?? this.#former.swap(writingId, this.#effects.shown);
    const known = { ...edit, writingId, ...(restores ? { restores } : {}) };
    this.#effects.keep(known);
    this.#replace(edit.key, known);
    return known;
  }

  #carriedOut(edit: Edit, answer: Answer): void {
    const { undo, transaction, kept = 0 } = answer;
    if (!isStep(edit) && undo && undo.id !== this.#lastAct) this.#former.keep(edit.key, undo.id);
    this.#lastAct = isStep(edit) ? undefined : undo?.id;
    this.#effects.forget(edit.key);
    this.#effects.answered?.(edit, answer);
    this.#replace(edit.key, transaction ? { ...edit, transaction } : undefined);
    if (isStep(edit)) this.#set({ step: { kept } });
  }

  async #refuse(edit: Edit, refusal: Refusal): Promise<void> {
    if (isStep(edit)) {
      this.discard(edit.key);
      return this.#set({ step: { message: refusal.message } });
    }
    const other = (await this.#effects.rebase?.(edit, refusal).catch(() => refusal)) ?? refusal;
    const next = 'key' in other ? other : { ...edit, refusal: other };
    this.#effects.keep(next);
    if (next.key !== edit.key) this.#effects.forget(edit.key);
    this.#replace(edit.key, next);
  }
}
