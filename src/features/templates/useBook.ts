'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { sameEntries } from '@/core/templates/compare';
import type { ListedTemplate } from '@/server/operations/templates';
import { ask } from '@/ui/api';
import { useAskOnce } from '@/ui/useAskOnce';
import { type Book, emptyBook, openBook, wordsOf } from './bookState';

const PAUSE_MS = 500;
const MOST_STEPS = 200;

export type Saving = { readonly state: 'saved' | 'waiting' | 'failed'; readonly message?: string };

/** The page as it was last written: a draft that began from this version, else the kept version. */
function pageOf(template: ListedTemplate | undefined): Book {
  if (!template) return emptyBook;
  const { draft } = template;
  return openBook(draft && draft.baseVersion === template.version ? draft : template);
}

/**
 * The page being written. It saves itself a moment after each change; a template that is new begins on the
 * shelf with its first word. Undo and redo walk over what was written since the page was opened.
 */
export function useBook(initial: ListedTemplate | undefined) {
  const [template, setTemplate] = useState(initial);
  const askOnce = useAskOnce();
  const [book, setBook] = useState<Book>(() => pageOf(initial));
  const [saving, setSaving] = useState<Saving>({ state: 'saved' });
  const history = useRef<{ past: Book[]; future: Book[]; at: number }>({ past: [], future: [], at: 0 });
  const page = useRef({ book, template, unsaved: false });
  const kept = openBook(template ?? { name: '', kind: 'standing', entries: [] });
  const changed = !sameBook(book, kept);

  const saveNow = useCallback(async () => {
    const { book: written, template: of, unsaved } = page.current;
    if (!unsaved) return;
    page.current.unsaved = false;
    try {
      if (of) await ask(`templates/${of.id}/draft`, 'PUT', { ...wordsOf(written), baseVersion: of.version });
      else {
        const begun = await askOnce<ListedTemplate>('templates/begin', 'POST', wordsOf(written));
        page.current.template = begun;
        setTemplate(begun);
        window.history.replaceState(null, '', `/templates/${begun.id}${window.location.search}`);
      }
      if (!page.current.unsaved) setSaving({ state: 'saved' });
    } catch (error) {
      page.current.unsaved = true;
      setSaving({ state: 'failed', message: (error as Error).message });
    }
  }, [askOnce]);
  // One after the other: a page that is begun is begun once.
  const queue = useRef(Promise.resolve());
  const save = useCallback(() => {
    queue.current = queue.current.then(saveNow);
    return queue.current;
  }, [saveNow]);

  const timer = useSaver(save, page);
  const show = useCallback(
    (next: Book) => {
      page.current = { ...page.current, book: next, unsaved: true };
      setBook(next);
      setSaving({ state: 'waiting' });
      timer();
    },
    [timer],
  );
  const write = useCallback(
    (change: (before: Book) => Book) => {
      const before = page.current.book;
      const next = change(before);
      if (next === before) return;
      const { current } = history;
      // Letters typed in one go are one step.
      if (Date.now() - current.at > PAUSE_MS) current.past = [...current.past, before].slice(-MOST_STEPS);
      current.at = Date.now();
      current.future = [];
      show(next);
    },
    [show],
  );
  const step = useCallback(
    (from: 'past' | 'future') => {
      const { current } = history;
      const next = current[from].pop();
      if (!next) return;
      current[from === 'past' ? 'future' : 'past'].push(page.current.book);
      current.at = 0;
      show(next);
    },
    [show],
  );
  /** A version was kept, or gone back to. */
  const reopen = useCallback((fresh: ListedTemplate) => {
    page.current = { book: pageOf(fresh), template: fresh, unsaved: false };
    setTemplate(fresh);
    setBook(page.current.book);
    setSaving({ state: 'saved' });
  }, []);
  return {
    template,
    book,
    changed,
    saving,
    write,
    reopen,
    /** Saves what still waits; for acts that need the page on the shelf. */
    settle: useCallback(async () => {
      if (page.current.unsaved) await save();
      await queue.current;
      return page.current.template;
    }, [save]),
    undo: useCallback(() => step('past'), [step]),
    redo: useCallback(() => step('future'), [step]),
  };
}

/** Waits for a pause in typing; a page that is left is saved at once. */
function useSaver(save: () => Promise<void>, page: { current: { unsaved: boolean } }) {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    const leave = () => page.current.unsaved && void save();
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      clearTimeout(timer.current);
      leave();
    };
  }, [save, page]);
  return useCallback(() => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void save(), PAUSE_MS);
  }, [save]);
}

function sameBook(a: Book, b: Book): boolean {
  const [one, other] = [wordsOf(a), wordsOf(b)];
  return one.name.trim() === other.name && one.kind === other.kind && sameEntries(one.entries, other.entries);
}
