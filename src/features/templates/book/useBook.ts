'use client';

import { useCallback, useRef, useState } from 'react';
import { sameEntries } from '@/core/templates/compare';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { apiRequest } from '@/ui/api';
import { useAutoSave } from '@/ui/useAutoSave';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { type Book, emptyBook, openBook, type TemplateWords, wordsOf } from './bookState';
import { useTemplateSteps } from './useTemplateSteps';

/** The draft over the kept version; one that began from an earlier version is none. */
const draftOf = (template: ListedTemplate | undefined) =>
  template?.draft && template.draft.baseVersion === template.version ? template.draft : undefined;

/** The page as it was last written: its draft, else the kept version. */
function pageOf(template: ListedTemplate | undefined): Book {
  return template ? openBook(draftOf(template) ?? template) : emptyBook;
}

/** The page being written. It saves itself; a template that is new begins on the shelf with its first word. */
export function useBook(initial: ListedTemplate | undefined) {
  const [template, setTemplate] = useState(initial);
  const [page, setPage] = useState(() => pageOf(initial));
  const requestOnce = useRequestOnce();
  const now = useRef({ template: initial, met: draftOf(initial)?.savedAt ?? '' });
  const take = useCallback((fresh: ListedTemplate) => {
    now.current = { template: fresh, met: draftOf(fresh)?.savedAt ?? '' };
    setTemplate(fresh);
    setPage(pageOf(fresh));
  }, []);

  const save = async (book: Book): Promise<Book> => {
    const { template: of, met } = now.current;
    if (!of) {
      const begun = await requestOnce<ListedTemplate>('templates/begin', 'POST', wordsOf(book));
      now.current = { template: begun, met: draftOf(begun)?.savedAt ?? '' };
      setTemplate(begun);
      // The router is informed: the page is read again under this address. Whoever has gone on meanwhile is elsewhere.
      if (window.location.pathname === '/templates/new')
        window.history.replaceState(null, '', `/templates/${begun.id}${window.location.search}`);
      return book;
    }
    const draft = { ...wordsOf(book), baseVersion: of.version, met };
    const { savedAt } = await apiRequest<{ savedAt: string }>(`templates/${of.id}/draft`, 'PUT', draft);
    now.current.met = savedAt;
    return book;
  };
  const written = useAutoSave<Book>({
    place: `template ${initial?.id ?? 'new'}`,
    saved: page,
    save,
    readAgain: async () => take(await apiRequest<ListedTemplate>(`templates/${now.current.template!.id}`)),
  });
  const { value: book, change: write, reset, settle: settleAll } = written;
  const kept = openBook(template ?? { name: '', kind: 'standing', entries: [] });

  /** A version was kept, gone back to, or a change undone. */
  const reopen = useCallback(
    (fresh: ListedTemplate) => {
      take(fresh);
      reset(pageOf(fresh));
    },
    [take, reset],
  );
  /** A version was saved of what had been sent; what was typed since stays on the page, over that version. */
  const latest = useRef(book);
  latest.current = book;
  const saved = useCallback(
    (fresh: ListedTemplate, sent: TemplateWords) => {
      const typed = latest.current;
      reopen(fresh);
      if (!sameWords(wordsOf(typed), sent)) write(() => typed);
    },
    [reopen, write],
  );
  /** Saves what still waits; for acts that need the page on the shelf. */
  const settle = useCallback(
    async () => ((await settleAll()) ? now.current.template : undefined),
    [settleAll],
  );
  const steps = useTemplateSteps(template?.id, written.state, settle, reopen);
  return {
    template,
    book,
    changed: !sameBook(book, kept),
    saving: written,
    write,
    reopen,
    saved,
    settle,
    ...steps,
  };
}

function sameBook(a: Book, b: Book): boolean {
  return sameWords(wordsOf(a), wordsOf(b));
}

function sameWords(one: TemplateWords, other: TemplateWords): boolean {
  return one.name.trim() === other.name && one.kind === other.kind && sameEntries(one.entries, other.entries);
}
