'use client';

import { useEffect } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import { stepOf } from '@/ui/useStepKeys';

const EDITOR = '[contenteditable="true"], select, button';

/** Goes to a field's line once it is on the page. */
export function focusField(id: FieldId): void {
  requestAnimationFrame(() =>
    requestAnimationFrame(() => focusLine(document.querySelector(`[data-field="${id}"]`))),
  );
}

function focusLine(line: Element | null | undefined): void {
  line?.scrollIntoView({ block: 'nearest' });
  line?.querySelector<HTMLElement>(EDITOR)?.focus();
}

/** The line before or after the one that has the focus. */
function stepLine(by: 1 | -1): void {
  const lines = [...document.querySelectorAll('[data-field]')];
  const here = lines.findIndex((line) => line.contains(document.activeElement));
  focusLine(lines[here === -1 ? 0 : here + by]);
}

interface Acts {
  readonly undo: () => void;
  readonly redo: () => void;
}

/** The keys of the book; undo and redo inside a text belong to that text. */
function actOf(event: KeyboardEvent, { undo, redo }: Acts): (() => void) | undefined {
  const key = event.key.toLowerCase();
  const command = (event.ctrlKey || event.metaKey) && !event.altKey;
  if (event.altKey && !event.ctrlKey && !event.metaKey) {
    if (key === 'arrowdown') return () => stepLine(1);
    return key === 'arrowup' ? () => stepLine(-1) : undefined;
  }
  if (!command) return undefined;
  if (key === 'f' && event.shiftKey)
    return () => document.querySelector<HTMLElement>('[data-find-field]')?.focus();
  const step = stepOf(event);
  if (step) return step === 'redo' ? redo : undo;
  return undefined;
}

/** Ctrl+Shift+F finds a field, Alt with an arrow goes from line to line, Ctrl+Z takes back over the whole page. */
export function useBookKeys({ undo, redo }: Acts): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const act = actOf(event, { undo, redo });
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', press, true);
    return () => window.removeEventListener('keydown', press, true);
  }, [undo, redo]);
}
