'use client';

import { useSavedValue } from './useSavedValue';

/** Blanks at the end are not saved; whoever pauses behind one still finds it there. */
const isSame = (a: string, b: string) => a.trimEnd() === b.trimEnd();

/** Text that saves itself (useSavedValue). */
export function useSavedText(
  shared: string,
  snapshot: string | undefined,
  { begin, keep }: { readonly begin: () => void; readonly keep: (text: string, continues: boolean) => void },
) {
  const {
    value: text,
    change: type,
    save,
    isPending,
  } = useSavedValue(shared, {
    snapshot,
    isSame,
    begin,
    keep,
    keepsSame: true,
  });
  return { text, type, save, isPending };
}
