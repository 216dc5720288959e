'use client';

import { Flex } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { termKey } from '@/core/keywords/parse';
import type { VocabularyOrder } from '@/server/operations/vocabulary/listTerms';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { ListRow } from '@/ui/ListRow';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { Listed } from './Listed';
import type { OrderActs } from './orderActs';

/** Terms that may be one: joined into either, or said to be two, which is remembered. */
export function AlikeTerms({ list, byWord, act, onCarry }: OrderActs & { list: VocabularyOrder['alike'] }) {
  const queries = useQueryClient();
  const apart = async (one: string, other: string) => {
    await apiRequest('vocabulary/apart', 'POST', { one, other }).catch(() => undefined);
    await refresh(queries, { queryKey: queryKeys.vocabularyOrder() });
  };
  const join = (from: string, into: string) => {
    const [gone, stays] = [byWord.get(termKey(from)), byWord.get(termKey(into))];
    if (gone && stays)
      act({ kind: 'join', ids: [gone.id], into: stays.id }, () => onCarry({ from: [from], to: [into] }));
  };
  return (
    <Listed
      title="Terms that may be one"
      list={list}
      row={({ one, other }) => (
        <ListRow key={`${one} ${other}`} name={`${one} · ${other}`}>
          <Flex columnGap="4" wrap="wrap">
            <LinkButton type="button" onClick={() => join(other, one)}>
              both are “{one}”
            </LinkButton>
            <LinkButton type="button" onClick={() => join(one, other)}>
              both are “{other}”
            </LinkButton>
            <LinkButton
              type="button"
              aria-label={`keep both: ${one} and ${other}`}
              onClick={() => void apart(one, other)}
            >
              keep both
            </LinkButton>
          </Flex>
        </ListRow>
      )}
    />
  );
}
