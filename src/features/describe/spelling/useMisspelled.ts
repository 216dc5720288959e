'use client';

import { useEffect, useRef, useState } from 'react';
import { dictionaryOf } from '@/core/captions/dictionaries';
import type { Misspelled } from './misspelled';
import type { SpellingAnswer, SpellingQuestion } from './spelling.worker';

const AFTER_MS = 400;
const none: readonly Misspelled[] = [];

/** One worker for the page: the dictionary is read once. */
let worker: Worker | undefined;
let turns = 0;
const spelling = () => {
  worker ??= new Worker(new URL('./spelling.worker.ts', import.meta.url));
  return worker;
};

/** Words of a text that neither the dictionary of its language nor `right` holds; looked up while one pauses. */
export function useMisspelled(
  text: string,
  language: string,
  right: readonly string[],
): readonly Misspelled[] {
  const [found, setFound] = useState<{ readonly text: string; readonly words: readonly Misspelled[] }>();
  const asked = useRef(0);
  const name = dictionaryOf(language);
  useEffect(() => {
    if (!name || text === '' || typeof Worker === 'undefined') return undefined;
    const onAnswer = ({ data }: MessageEvent<SpellingAnswer>) => {
      if (data.turn === asked.current) setFound({ text, words: data.words });
    };
    const timer = setTimeout(() => {
      asked.current = ++turns;
      spelling().addEventListener('message', onAnswer);
      spelling().postMessage({ turn: asked.current, language: name, text, right } satisfies SpellingQuestion);
    }, AFTER_MS);
    return () => {
      clearTimeout(timer);
      worker?.removeEventListener('message', onAnswer);
    };
  }, [text, name, right]);
  // What was found in another text is marked only while it is still there.
  return text === '' || !found ? none : found.words.filter(({ word }) => text.includes(word));
}
