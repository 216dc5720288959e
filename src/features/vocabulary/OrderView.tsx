'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { type ReactNode, useState } from 'react';
import { termKey } from '@/core/keywords/parse';
import { counted, formatNumber } from '@/core/wording/counts';
import type { VocabularyOrder } from '@/server/operations/vocabulary/listTerms';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { Section } from '@/ui/Section';
import type { Carry } from './CarryDialog';
import { TermPicker } from './TermPicker';
import type { TermMap } from './useVocabulary';
import type { VocabularyActs } from './useVocabularyActs';

interface Props {
  readonly terms: TermMap;
  readonly acts: VocabularyActs;
  readonly onCarry: (carry: Carry) => void;
}

const noTerms: ReadonlySet<string> = new Set();

/** What is out of order, each with the act that mends it. */
export function OrderView({ terms, acts: { act }, onCarry }: Props) {
  const queries = useQueryClient();
  const [joining, setJoining] = useState<string>();
  const { data: order, error } = useQuery({
    queryKey: queryKeys.vocabularyOrder(),
    queryFn: () => apiRequest<VocabularyOrder>('vocabulary/order'),
  });
  const byWord = new Map([...terms.values()].map((term) => [termKey(term.spelling), term]));
  const quietly = (work: Promise<unknown>) => void work.catch(() => undefined);
  const take = (words: readonly string[]) =>
    quietly(act({ kind: 'add', terms: words.map((spelling) => ({ id: crypto.randomUUID(), spelling })) }));
  /** A word becomes a synonym of a term; the pictures that carry it are asked about. */
  const joinTo = (word: string, id: string) => {
    const term = terms.get(id)!;
    setJoining(undefined);
    act({ kind: 'edit', id, edit: { synonyms: [...term.synonyms, word] } }).then(
      () => onCarry({ from: [word], to: [term.spelling] }),
      () => undefined,
    );
  };
  const apart = async (one: string, other: string) => {
    await apiRequest('vocabulary/apart', 'POST', { one, other }).catch(() => undefined);
    await queries.invalidateQueries({ queryKey: queryKeys.vocabularyOrder() });
  };
  if (!order) return <Notice kind="error">{error?.message}</Notice>;
  const nothing = Object.values(order).every((list) => list.length === 0);
  return (
    <Box overflowY="auto" flex="1" paddingBottom="6">
      {nothing && <Box paddingY="6">All in order.</Box>}
      <Box display="grid" gridTemplateColumns={{ base: '1fr', lg: '1fr 1fr' }} columnGap="10" rowGap="6">
        <Listed
          title="New: on pictures, not in the vocabulary"
          list={order.unknown}
          act={(all) => (
            <LinkButton type="button" onClick={() => take(all.map((one) => one.spelling))}>
              Take in all {formatNumber(all.length)}
            </LinkButton>
          )}
          row={({ spelling, pictures, near }) => (
            <ListRow key={spelling} name={<Word spelling={spelling} words={counted(pictures, 'picture')} />}>
              <Flex gap="4">
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
          title="Terms that may be one"
          list={order.alike}
          row={({ one, other }) => {
            const [a, b] = [byWord.get(termKey(one)), byWord.get(termKey(other))];
            const join = (from: string, into: string, fromWord: string, intoWord: string) =>
              act({ kind: 'join', ids: [from], into }).then(
                () => onCarry({ from: [fromWord], to: [intoWord] }),
                () => undefined,
              );
            return (
              <ListRow key={`${one} ${other}`} name={`${one} · ${other}`}>
                <Flex gap="4" wrap="wrap">
                  {a && b && (
                    <>
                      <LinkButton type="button" onClick={() => join(b.id, a.id, other, one)}>
                        both are “{one}”
                      </LinkButton>
                      <LinkButton type="button" onClick={() => join(a.id, b.id, one, other)}>
                        both are “{other}”
                      </LinkButton>
                    </>
                  )}
                  <LinkButton
                    type="button"
                    aria-label={`these are two: ${one} and ${other}`}
                    onClick={() => void apart(one, other)}
                  >
                    these are two
                  </LinkButton>
                </Flex>
              </ListRow>
            );
          }}
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
              <LinkButton
                type="button"
                aria-label={`take it away: ${spelling}`}
                onClick={() => onCarry({ from: [spelling], to: [] })}
              >
                take it away
              </LinkButton>
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
              <LinkButton
                type="button"
                aria-label={`take it away: ${spelling}`}
                onClick={() => onCarry({ from: [spelling], to: [] })}
              >
                take it away
              </LinkButton>
            </ListRow>
          )}
        />
        <Listed
          title="On one picture only"
          list={order.once}
          row={({ spelling }) => {
            const term = byWord.get(termKey(spelling));
            return (
              <ListRow
                key={spelling}
                name={term ? <Link href={`/vocabulary?term=${term.id}`}>{spelling}</Link> : spelling}
              />
            );
          }}
        />
        <Listed
          title="Pictures whose records or files disagree about keywords"
          list={order.differing}
          row={({ id, name, pictures }) => (
            <ListRow
              key={id}
              name={<Link href={`/assignments/${id}/describe?show=differs.keywords`}>{name}</Link>}
              words={counted(pictures, 'picture')}
            />
          )}
        />
        <Listed
          title="Pictures without keywords"
          list={order.without}
          row={({ id, name, pictures }) => (
            <ListRow
              key={id}
              name={<Link href={`/assignments/${id}/describe?show=lacks.keywords`}>{name}</Link>}
              words={counted(pictures, 'picture')}
            />
          )}
        />
      </Box>
    </Box>
  );
}

function Word({ spelling, words }: { spelling: string; words: string }) {
  return (
    <>
      {spelling} <chakra.span color="soft">{words}</chakra.span>
    </>
  );
}

const SHOWN = 12;

function Listed<T>({
  title,
  list,
  act,
  row,
}: {
  title: string;
  list: readonly T[];
  act?: (list: readonly T[]) => ReactNode;
  row: (one: T) => ReactNode;
}) {
  const [isWhole, setWhole] = useState(false);
  if (list.length === 0) return null;
  return (
    <Section look="label" title={`${title}: ${formatNumber(list.length)}`} act={act?.(list)}>
      {list.slice(0, isWhole ? 500 : SHOWN).map(row)}
      {list.length > SHOWN && (
        <LinkButton type="button" onClick={() => setWhole((before) => !before)}>
          {isWhole ? 'fewer' : `all ${formatNumber(list.length)}`}
        </LinkButton>
      )}
      {isWhole && list.length > 500 && (
        <chakra.span color="soft"> The first 500 stand here; mend some, and the next come.</chakra.span>
      )}
    </Section>
  );
}
