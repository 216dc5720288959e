'use client';

import { useEffect, useState } from 'react';

const LETTERS = '(c)';

/**
 * © is hard to type: Alt+C puts it into any text, over a "(c)" that was just typed. True while such a "(c)"
 * is before the cursor.
 */
export function useCopyrightSign(): boolean {
  const [offered, setOffered] = useState(false);
  useEffect(() => {
    const look = (event: Event) => setOffered(beforeCursor(event.target)?.toLowerCase() === LETTERS);
    const leave = () => setOffered(false);
    const press = (event: KeyboardEvent) => {
      // On a Mac, Option+C gives a letter; Option+G is © there already.
      const asked = event.altKey && !event.ctrlKey && !event.metaKey && event.code === 'KeyC';
      const before = beforeCursor(event.target);
      if (!asked || before === undefined) return;
      event.preventDefault();
      if (before.toLowerCase() === LETTERS) chooseBefore(event.target, LETTERS.length);
      // Keeps the browser's own undo, and works in every kind of text like typing.
      document.execCommand('insertText', false, '©');
      setOffered(false);
    };
    document.addEventListener('input', look, true);
    document.addEventListener('focusout', leave, true);
    document.addEventListener('keydown', press, true);
    return () => {
      document.removeEventListener('input', look, true);
      document.removeEventListener('focusout', leave, true);
      document.removeEventListener('keydown', press, true);
    };
  }, []);
  return offered;
}

type Field = HTMLInputElement | HTMLTextAreaElement;
const isField = (target: EventTarget | null): target is Field =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && /^(text|search|url|tel)$/.test(target.type));

/** The three characters before the cursor; undefined where the target takes no text. */
function beforeCursor(target: EventTarget | null): string | undefined {
  if (isField(target)) {
    const end = target.selectionStart ?? 0;
    return target.value.slice(Math.max(0, end - LETTERS.length), end);
  }
  if (!(target instanceof HTMLElement && target.isContentEditable)) return undefined;
  const selection = window.getSelection();
  const node = selection?.anchorNode;
  return node?.nodeType === Node.TEXT_NODE
    ? (node.textContent ?? '').slice(0, selection?.anchorOffset).slice(-LETTERS.length)
    : '';
}

function chooseBefore(target: EventTarget | null, count: number): void {
  if (isField(target)) {
    const end = target.selectionStart ?? 0;
    target.setSelectionRange(end - count, end);
    return;
  }
  const selection = window.getSelection();
  for (let i = 0; i < count; i++) selection?.modify('extend', 'backward', 'character');
}
