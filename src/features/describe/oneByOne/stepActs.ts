import type { KeyboardEvent } from 'react';

/** What one does from picture to picture. */
export type StepActs = Readonly<
  Record<'next' | 'back' | 'lacking' | 'repeat' | 'takeOver' | 'zoom', () => void>
>;

export const isModified = (event: KeyboardEvent) => event.ctrlKey || event.metaKey || event.altKey;

/** Which act a key is for; bare keys only outside of texts. */
export function actOf(event: KeyboardEvent, isInText: boolean, acts: StepActs): (() => void) | undefined {
  const { key, altKey } = event;
  if (event.ctrlKey || event.metaKey) {
    if (key === 'Enter') return acts.lacking;
    if (key === 'ArrowDown') return acts.next;
    return key === 'ArrowUp' ? acts.back : undefined;
  }
  if (altKey) {
    if (key === 'ArrowDown') return acts.repeat;
    if (key === 'ArrowUp') return acts.takeOver;
    return key.toLowerCase() === 'z' ? acts.zoom : undefined;
  }
  if (isInText) return undefined;
  if (key === 'ArrowRight') return acts.next;
  if (key === 'ArrowLeft') return acts.back;
  return key === 'z' ? acts.zoom : undefined;
}
