import nspell from 'nspell';
import type { DictionaryName } from '@/core/captions/dictionaries';
import { type Misspelled, misspelled } from './misspelled';

export interface SpellingQuestion {
  readonly turn: number;
  readonly language: DictionaryName;
  readonly text: string;
  readonly right: readonly string[];
}
export interface SpellingAnswer {
  readonly turn: number;
  readonly words: readonly Misspelled[];
}

const loaded = new Map<DictionaryName, Promise<nspell>>();

async function load(language: DictionaryName): Promise<nspell> {
  const answer = await fetch(`/api/dictionary?name=${language}`);
  if (!answer.ok) throw new Error(`The dictionary ${language} did not come (${answer.status}).`);
  const { aff, dic } = (await answer.json()) as { aff: string; dic: string };
  return nspell({ aff, dic });
}

/** Looks words up off the page: reading a dictionary takes a good part of a second. */
addEventListener('message', async ({ data }: MessageEvent<SpellingQuestion>) => {
  const { turn, language, text, right } = data;
  if (!loaded.has(language)) loaded.set(language, load(language));
  try {
    const words = misspelled(await loaded.get(language)!, text, right);
    postMessage({ turn, words } satisfies SpellingAnswer);
  } catch {
    // Without a dictionary nothing is marked; the next caption asks again.
    loaded.delete(language);
    postMessage({ turn, words: [] } satisfies SpellingAnswer);
  }
});
