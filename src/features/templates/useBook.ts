'use client';

import { useEffect, useState } from 'react';
import type { ListedTemplate } from '@/server/operations/templates';
import { type Book, emptyBook, entriesOf, openBook } from './bookState';

/** The page being written. It is kept in this browser until a version is made, so that a reload loses nothing. */
export function useBook(template: ListedTemplate | undefined) {
  const kept = template ? openBook(template) : emptyBook;
  const storage = `fabrica:template:${template?.id ?? 'new'}`;
  const [book, setBook] = useState<Book>(kept);
  const [restored, setRestored] = useState(false);
  const changed =
    JSON.stringify({ ...book, entries: entriesOf(book) }) !==
    JSON.stringify({ ...kept, entries: entriesOf(kept) });

  useEffect(() => {
    const waiting = read(storage);
    if (waiting && waiting.version === (template?.version ?? 0)) {
      setBook(waiting.book);
      setRestored(true);
    }
  }, [storage, template?.version]);

  const write = (next: Book) => {
    setBook(next);
    localStorage.setItem(storage, JSON.stringify({ version: template?.version ?? 0, book: next }));
  };
  const forget = () => {
    localStorage.removeItem(storage);
    setRestored(false);
  };
  const goBack = () => {
    forget();
    setBook(kept);
  };
  return { book, write, changed, restored: restored && changed, forget, goBack };
}

function read(storage: string): { version: number; book: Book } | undefined {
  try {
    return JSON.parse(localStorage.getItem(storage) ?? '') as { version: number; book: Book };
  } catch {
    return undefined;
  }
}
