import type { Scope } from '@/core/drafts/scope';
import type { Shown } from './edit';

/** Acts of this window that an undo shows at once, and how many pictures their lists may have together. */
const KEPT = 5;
const MOST_PICTURES = 150_000;

/** Lists as they were at a moment: they are worked out when an undo asks for them. */
export interface FormerLists {
  readonly scope: Scope;
  readonly pictures: number;
  readonly shown: () => Shown;
}

/** What lists showed before the acts of this window. Lists are never changed: they are kept as they were. */
export class Former {
  readonly #noted = new Map<string, FormerLists>();
  readonly #kept = new Map<string, FormerLists>();

  /** Before an edit is sent. */
  note(key: string, lists: FormerLists | undefined): void {
    if (!lists) return;
    this.#noted.set(key, lists);
    const [oldest] = this.#noted.keys();
    if (this.#noted.size > KEPT) this.#noted.delete(oldest!);
  }

  /** The edit is an act that can be undone. */
  keep(key: string, writingId: string): void {
    const lists = this.#noted.get(key);
    this.#noted.delete(key);
    if (!lists) return;
    this.#kept.set(writingId, lists);
    const atMost = Math.max(1, Math.min(KEPT, Math.floor(MOST_PICTURES / lists.pictures)));
    for (const oldest of [...this.#kept.keys()].slice(0, -atMost)) this.#kept.delete(oldest);
  }

  /** What was shown before an act; the next time, what is shown now. */
  swap(writingId: string, listsNow: (scope: Scope) => FormerLists | undefined): Shown | undefined {
    const lists = this.#kept.get(writingId);
    const now = lists && listsNow(lists.scope);
    if (now) this.#kept.set(writingId, now);
    return lists?.shown();
  }
}
