'use client';

import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { TakenIn } from '@/server/operations/vocabulary/exchangeVocabulary';
import type { VocabularyFormat } from '@/server/operations/vocabulary/parseVocabulary';
import { queryKeys } from '@/ui/queryKeys';
import { readAfterAct } from '@/ui/readAfterAct';

/** What is to be taken in: a file with its kind, or a ready vocabulary. */
export type Incoming =
  | { readonly name: string; readonly file: File; readonly format: VocabularyFormat }
  | { readonly name: string; readonly starter: string };

const kinds: Readonly<Record<string, VocabularyFormat>> = {
  txt: 'text',
  csv: 'csv',
  tsv: 'csv',
  ttl: 'turtle',
  nt: 'turtle',
  rdf: 'rdf',
  xml: 'rdf',
  owl: 'rdf',
};
export const acceptedFiles = Object.keys(kinds)
  .map((one) => `.${one}`)
  .join(',');

/** The kind of a file by the end of its name. */
export const kindOfFile = (name: string): VocabularyFormat | undefined =>
  kinds[/\.([^.]+)$/.exec(name)?.[1]?.toLowerCase() ?? ''];

async function ask(incoming: Incoming, isDone: boolean): Promise<TakenIn> {
  const where =
    'starter' in incoming
      ? `starters?name=${encodeURIComponent(incoming.starter)}&done=${isDone}`
      : `file?format=${incoming.format}&done=${isDone}`;
  const response = await fetch(`/api/vocabulary/${where}`, {
    method: 'POST',
    ...('file' in incoming ? { body: incoming.file } : {}),
  }).catch(() => undefined);
  const answer = (await response?.json().catch(() => ({}))) as (TakenIn & { message?: string }) | undefined;
  if (!response?.ok) throw new Error(answer?.message ?? 'Fabrica does not answer. Is it still running?');
  return answer!;
}

/** Shows first what something would bring, and takes it in when that is asked for. */
export function useTakeIn() {
  const queries = useQueryClient();
  const look = useMutation({ mutationFn: (incoming: Incoming) => ask(incoming, false) });
  const take = useMutation({
    mutationFn: (incoming: Incoming) => ask(incoming, true),
    onSuccess: () => readAfterAct(queries, queryKeys.vocabulary()),
  });
  return { look, take };
}
