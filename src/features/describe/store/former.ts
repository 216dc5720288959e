import type { Scope } from '@/core/drafts/scope';
import type { Shown } from './edit';

/** Acts of this window that an undo shows at once, and how many pictures their lists may have together. */
const KEPT = 5;
const MOST_VIEWS = 150_000;

/** What lists showed before the acts of this window. Lists are never changed: they are kept as they were. */
export function makeFormer() {
  const noted = new Map<string, Shown>();
  const kept = new Map<string, Shown & { readonly scope: Scope }>();
  return {
    /** Before an edit is sent. */
    note: (key: string, shown: Shown | undefined) => {
      if (!shown) return;
      noted.set(key, shown);
      const [oldest] = noted.keys();
      if (noted.size > KEPT) noted.delete(oldest!);
    },
    /** The edit is an act that can be undone. */
    keep: (key: string, writingId: string) => {
      const shown = noted.get(key);
      noted.delete(key);
      if (!shown) return;
      kept.set(writingId, shown);
      const atMost = Math.max(1, Math.min(KEPT, Math.floor(MOST_VIEWS / shown.views.length)));
      for (const oldest of [...kept.keys()].slice(0, -atMost)) kept.delete(oldest);
    },
    /** What was shown before an act; the next time, what is shown now. */
    swap: (writingId: string, shownNow: (scope: Scope) => Shown | undefined): Shown | undefined => {
      const shown = kept.get(writingId);
      const now = shown && shownNow(shown.scope);
      if (now) kept.set(writingId, now);
      return shown;
    },
  };
}
