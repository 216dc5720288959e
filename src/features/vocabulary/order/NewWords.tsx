'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { counted, formatNumber } from '@/core/wording/counts';
import type { VocabularyOrder } from '@/server/operations/vocabulary/listTerms';
import { LinkButton } from '@/ui/buttons';
import { ListRow } from '@/ui/ListRow';
import { TermPicker } from '../TermPicker';
import { Listed, Word } from './Listed';
import type { OrderActs } from './orderActs';

const noTerms: ReadonlySet<string> = new Set();

/** Words on pictures that the vocabulary does not know: taken in, joined to a term, or left. */
export function NewWords({ list, terms, act, onCarry }: OrderActs & { list: VocabularyOrder['unknown'] }) {
  const [joining, setJoining] = useState<string>();
  const take = (words: readonly string[]) =>
    act({ kind: 'add', terms: words.map((spelling) => ({ id: crypto.randomUUID(), spelling })) });
  /** A word becomes a synonym of a term; the pictures that carry it are asked about. */
  const joinTo = (word: string, id: string) => {
    const term = terms.get(id)!;
    setJoining(undefined);
    act({ kind: 'edit', id, edit: { synonyms: [...term.synonyms, word] } }, () =>
      onCarry({ from: [word], to: [term.spelling] }),
    );
  };
  return (
    <Listed
      title="New: on pictures, not in the vocabulary"
      list={list}
      act={(all) => (
        <LinkButton type="button" onClick={() => take(all.map((one) => one.spelling))}>
          Take in all {formatNumber(all.length)}
        </LinkButton>
      )}
      row={({ spelling, pictures, near }) => (
        <ListRow key={spelling} name={<Word spelling={spelling} words={counted(pictures, 'picture')} />}>
          <Flex columnGap="4" wrap="wrap">
            {near && (
              <LinkButton
                type="button"
                aria-label={`write “${near}” for ${spelling}`}
                onClick={() => onCarry({ from: [spelling], to: [near] })}
              >
                write “{near}”
              </LinkButton>
            )}
            <LinkButton type="button" aria-label={`Take in ${spelling}`} onClick={() => take([spelling])}>
              take in
            </LinkButton>
            <LinkButton
              type="button"
              aria-label={`join to a term: ${spelling}`}
              aria-expanded={joining === spelling}
              onClick={() => setJoining(joining === spelling ? undefined : spelling)}
            >
              join to a term
            </LinkButton>
          </Flex>
          {joining === spelling && (
            <Box width="100%">
              <TermPicker
                label={`Term for ${spelling}`}
                terms={terms}
                without={noTerms}
                onTake={(id) => joinTo(spelling, id)}
              />
            </Box>
          )}
        </ListRow>
      )}
    />
  );
}
