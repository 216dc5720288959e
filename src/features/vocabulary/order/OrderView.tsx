'use client';

import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useMemo } from 'react';
import { termKey } from '@/core/keywords/parse';
import { counted } from '@/core/wording/counts';
import type { InAssignment, VocabularyOrder } from '@/server/operations/vocabulary/listTerms';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import type { Carry } from '../CarryDialog';
import type { TermMap } from '../useVocabulary';
import type { VocabularyActs } from '../useVocabularyActs';
import { AlikeTerms } from './AlikeTerms';
import { Listed, Word } from './Listed';
import { NewWords } from './NewWords';
import type { OrderActs } from './orderActs';

interface Props {
  readonly terms: TermMap;
  readonly acts: VocabularyActs;
  readonly onCarry: (carry: Carry) => void;
}

/** What is out of order, each with the act that fixes it. */
export function OrderView({ terms, acts, onCarry }: Props) {
  const { data: order, error } = useQuery({
    queryKey: queryKeys.vocabularyOrder(),
    queryFn: () => apiRequest<VocabularyOrder>('vocabulary/order'),
  });
  const byWord = useMemo(
    () => new Map([...terms.values()].map((term) => [termKey(term.spelling), term])),
    [terms],
  );
  if (!order) return <Notice kind="error">{error?.message}</Notice>;
  const act: OrderActs['act'] = (asked, then = () => undefined) =>
    void acts.act(asked).then(then, () => undefined);
  const common = { terms, byWord, act, onCarry };
  const isEmpty = Object.values(order).every((list) => list.length === 0);
  return (
    <Box overflowY="auto" flex="1" paddingBottom="6">
      {isEmpty && <Box paddingY="6">All in order.</Box>}
      <Box display="grid" gridTemplateColumns={{ base: '1fr', lg: '1fr 1fr' }} columnGap="10" rowGap="6">
        <NewWords {...common} list={order.unknown} />
        <AlikeTerms {...common} list={order.alike} />
        <WordsOnPictures order={order} byWord={byWord} onCarry={onCarry} />
        <Pictures
          title="Pictures whose records or files disagree about keywords"
          show="differs.keywords"
          list={order.differing}
        />
        <Pictures title="Pictures without keywords" show="lacks.keywords" list={order.without} />
      </Box>
    </Box>
  );
}

/** Words that are on pictures and should not, or not so. */
function WordsOnPictures({
  order,
  byWord,
  onCarry,
}: Pick<OrderActs, 'byWord' | 'onCarry'> & { order: VocabularyOrder }) {
  const takeAway = (spelling: string) => (
    <LinkButton
      type="button"
      aria-label={`take it away: ${spelling}`}
      onClick={() => onCarry({ from: [spelling], to: [] })}
    >
      take it away
    </LinkButton>
  );
  return (
    <>
      <Listed
        title="Synonyms on pictures"
        list={order.synonyms}
        row={({ spelling, pictures, preferred }) => (
          <ListRow key={spelling} name={<Word spelling={spelling} words={counted(pictures, 'picture')} />}>
            <LinkButton
              type="button"
              aria-label={`write “${preferred}” for ${spelling}`}
              onClick={() => onCarry({ from: [spelling], to: [preferred] })}
            >
              write “{preferred}”
            </LinkButton>
          </ListRow>
        )}
      />
      <Listed
        title="Longer than IIM takes: older programs will cut them"
        list={order.tooLong}
        row={({ spelling, pictures, bytes }) => (
          <ListRow
            key={spelling}
            name={
              <Word spelling={spelling} words={`${bytes} of 64 bytes · ${counted(pictures, 'picture')}`} />
            }
          >
            {takeAway(spelling)}
          </ListRow>
        )}
      />
      <Listed
        title="Retired terms and headings on pictures"
        list={order.retired}
        row={({ spelling, pictures, state }) => (
          <ListRow
            key={spelling}
            name={<Word spelling={spelling} words={`${state} · ${counted(pictures, 'picture')}`} />}
          >
            {takeAway(spelling)}
          </ListRow>
        )}
      />
      <Listed
        title="On one picture only"
        list={order.once}
        row={({ spelling }) => {
          const term = byWord.get(termKey(spelling));
          const to = term && `/vocabulary?term=${term.id}`;
          return <ListRow key={spelling} name={to ? <To href={to}>{spelling}</To> : spelling} />;
        }}
      />
    </>
  );
}

/** Assignments with so many pictures of a kind; a press shows them. */
function Pictures({ title, show, list }: { title: string; show: string; list: readonly InAssignment[] }) {
  return (
    <Listed
      title={title}
      list={list}
      row={({ id, name, pictures }) => (
        <ListRow
          key={id}
          name={<To href={`/assignments/${id}/describe?show=${show}`}>{name}</To>}
          words={counted(pictures, 'picture')}
        />
      )}
    />
  );
}

function To({ href, children }: { href: string; children: string }) {
  return (
    <LinkButton asChild>
      <Link href={href}>{children}</Link>
    </LinkButton>
  );
}
