'use client';

import { Box, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { useDeferredValue, useState } from 'react';
import { parseKeywords } from '@/core/keywords/parse';
import { formatNumber } from '@/core/wording/counts';
import { LinkButton } from '@/ui/buttons';
import { EmptyState } from '@/ui/EmptyState';
import { Select, TextInput } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';
import type { Carry } from './CarryDialog';
import { OwnLine } from './OwnLine';
import { TermLeaf } from './TermLeaf';
import { TermTree } from './TermTree';
import { type TermMap, type TermShow, termShows, useTermRows } from './useVocabulary';
import type { VocabularyActs } from './useVocabularyActs';
import { labels } from './words';

interface Props {
  readonly terms: TermMap;
  readonly isKnown: boolean;
  readonly acts: VocabularyActs;
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
  readonly onCarry: (carry: Carry) => void;
}

/** The tree at the left, the chosen term at the right. */
export function TermsView({ terms, isKnown, acts, chosen, onChoose, onCarry }: Props) {
  const [words, setWords] = useState('');
  const [show, setShow] = useState<TermShow>('all');
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  // The letters are there at once; many thousand terms follow.
  const wanted = useDeferredValue(words);
  const rows = useTermRows(terms, { words: wanted, show, folded });
  // Until one is chosen, the first.
  const shown = chosen ?? rows.rows[0]?.term.id;
  const term = shown === undefined ? undefined : terms.get(shown);
  const fold = (id: string, isFolded: boolean) =>
    setFolded((before) => {
      const next = new Set(before);
      if (isFolded) next.add(id);
      else next.delete(id);
      return next;
    });
  const parents = () => new Set([...terms.values()].flatMap((one) => one.broader ?? []));
  const add = (text: string) => {
    const made = parseKeywords(text).map((spelling) => ({ id: crypto.randomUUID(), spelling }));
    if (made.length === 0) return;
    acts.act({ kind: 'add', terms: made }).then(
      () => onChoose(made[0]!.id),
      () => undefined,
    );
  };
  return (
    <Flex flex="1" minHeight="0" columnGap="8" direction={{ base: 'column', md: 'row' }}>
      <Flex
        direction="column"
        flex={{ md: '1' }}
        minWidth="0"
        height={{ base: '70dvh', md: 'auto' }}
        minHeight="0"
      >
        <Flex columnGap="4" rowGap="1" wrap="wrap" alignItems="center" paddingBottom="2" fontSize="body">
          <TextInput
            aria-label={labels.findATerm}
            placeholder="Find by any of its words"
            value={words}
            onChange={(event) => setWords(event.target.value)}
            flex="1"
            minWidth="12em"
            width="auto"
          />
          <label>
            {uiLabels.showPictures}{' '}
            <Select
              aria-label={uiLabels.showPictures}
              value={show}
              onChange={(event) => setShow(event.target.value as TermShow)}
            >
              {Object.entries(termShows).map(([one, text]) => (
                <option key={one} value={one}>
                  {text}
                </option>
              ))}
            </Select>
          </label>
          <Box color="soft" role="status" aria-label="Terms shown">
            {rows.isFound
              ? `${formatNumber(rows.rows.length)} of ${formatNumber(terms.size)}`
              : formatNumber(terms.size)}
          </Box>
          {terms.size > 0 && !rows.isFound && (
            <LinkButton type="button" onClick={() => setFolded(folded.size > 0 ? new Set() : parents())}>
              {folded.size > 0 ? labels.unfoldAll : labels.foldAll}
            </LinkButton>
          )}
        </Flex>
        {isKnown && terms.size === 0 ? (
          <EmptyState
            title="The same words, every time"
            act={{ href: '/vocabulary?view=exchange', words: 'Begin with a ready vocabulary' }}
          >
            Keywords are found again when they are the same words every time. Take in a list that you have,
            begin with one of ours, or type the first terms below. What your pictures carry already is under{' '}
            <Link href="/vocabulary?view=order">In order</Link>.
          </EmptyState>
        ) : (
          <TermTree
            rows={rows}
            terms={terms}
            chosen={shown}
            folded={folded}
            onChoose={onChoose}
            onFold={fold}
            onMove={(id, broader) =>
              void acts.act({ kind: 'move', ids: [id], broader }).catch(() => undefined)
            }
          />
        )}
        <Box paddingY="2">
          <OwnLine
            key={terms.size}
            label={labels.newTerms}
            place="new terms"
            isAct
            value=""
            placeholder="new terms, separated by commas, then Enter"
            maxLength={4000}
            onSave={add}
          />
        </Box>
      </Flex>
      <Box flex={{ md: '0 0 min(34rem, 45%)' }} overflowY="auto" paddingBottom="4">
        {term ? (
          <TermLeaf
            key={term.id}
            term={term}
            terms={terms}
            acts={acts}
            onChoose={onChoose}
            onCarry={onCarry}
          />
        ) : (
          <Box color="soft" paddingTop="8">
            Choose a term: its words, where it belongs, and the pictures that carry it are shown here. A term
            that is dragged onto another goes under it.
          </Box>
        )}
      </Box>
    </Flex>
  );
}
