'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { parseKeywords } from '@/core/keywords/parse';
import { broaderOf } from '@/core/keywords/vocabulary/tree';
import type { ListedTerm } from '@/server/operations/vocabulary/listTerms';
import { Button, LinkButton } from '@/ui/buttons';
import { labels as uiLabels } from '@/ui/words';
import type { Carry } from './CarryDialog';
import { OwnLine } from './OwnLine';
import { TermPicker } from './TermPicker';
import type { TermMap } from './useVocabulary';
import type { VocabularyActs } from './useVocabularyActs';
import { labels } from './words';

type Open = 'move' | 'join' | 'split' | 'under';

interface Props {
  readonly term: ListedTerm;
  readonly terms: TermMap;
  readonly acts: VocabularyActs;
  readonly onChoose: (id: string) => void;
  readonly onCarry: (carry: Carry) => void;
}

/** What can be done with a term as a whole. */
export function TermActs({ term, terms, acts: { act }, onChoose, onCarry }: Props) {
  const { id, spelling, state, broader } = term;
  const [open, setOpen] = useState<Open>();
  const quiet = (work: Promise<unknown>, then: () => void = () => undefined) => {
    setOpen(undefined);
    work.then(then, () => undefined);
  };
  const toggle = (one: Open) => () => setOpen(open === one ? undefined : one);
  const setState = (next: 'used' | 'retired' | 'heading') =>
    quiet(act({ kind: 'state', ids: [id], state: next }), () => {
      if (next === 'retired') onCarry({ from: [spelling], to: [] });
    });
  const join = (into: string) =>
    quiet(act({ kind: 'join', ids: [id], into }), () => {
      onChoose(into);
      onCarry({ from: [spelling], to: [terms.get(into)!.spelling] });
    });
  const split = (text: string) => {
    const words = parseKeywords(text);
    const into = words.map((word) => ({ id: crypto.randomUUID(), spelling: word }));
    quiet(act({ kind: 'split', id, into }), () => {
      onChoose(into[0]!.id);
      onCarry({ from: [spelling], to: words });
    });
  };
  const under = (text: string) => {
    const made = parseKeywords(text).map((word) => ({
      id: crypto.randomUUID(),
      spelling: word,
      broader: id,
    }));
    if (made.length > 0) quiet(act({ kind: 'add', terms: made }));
  };
  return (
    <Box borderTopWidth="1px" paddingTop="3" marginTop="4">
      <Flex
        columnGap="5"
        rowGap="1"
        wrap="wrap"
        fontSize="body"
        role="group"
        aria-label={`Acts on ${spelling}`}
      >
        <LinkButton type="button" aria-expanded={open === 'under'} onClick={toggle('under')}>
          {labels.addTermsUnderIt}
        </LinkButton>
        <LinkButton type="button" aria-expanded={open === 'move'} onClick={toggle('move')}>
          {labels.move}
        </LinkButton>
        <LinkButton type="button" aria-expanded={open === 'join'} onClick={toggle('join')}>
          {labels.joinIntoAnother}
        </LinkButton>
        <LinkButton type="button" aria-expanded={open === 'split'} onClick={toggle('split')}>
          {labels.split}
        </LinkButton>
        {state !== 'retired' && (
          <LinkButton type="button" onClick={() => setState('retired')}>
            {labels.retire}
          </LinkButton>
        )}
        {state !== 'heading' && (
          <LinkButton type="button" onClick={() => setState('heading')}>
            {labels.makeItAHeading}
          </LinkButton>
        )}
        {state && (
          <LinkButton type="button" onClick={() => setState('used')}>
            {labels.useItAsAKeywordAgain}
          </LinkButton>
        )}
        <LinkButton
          type="button"
          onClick={() =>
            quiet(act({ kind: 'remove', ids: [id] }), () => {
              onCarry({ from: [spelling], to: [] });
            })
          }
        >
          {uiLabels.remove}
        </LinkButton>
      </Flex>
      <Box paddingTop="2" maxWidth="26em">
        {open === 'move' && (
          <>
            <TermPicker
              label={`Move ${spelling} under`}
              terms={terms}
              without={withNarrower(terms, id)}
              onTake={(to) => quiet(act({ kind: 'move', ids: [id], broader: to }))}
            />
            {broader && (
              <Button
                type="button"
                marginTop="2"
                onClick={() => quiet(act({ kind: 'move', ids: [id], broader: null }))}
              >
                {labels.toTheTop}
              </Button>
            )}
          </>
        )}
        {open === 'join' && (
          <TermPicker label={`Join ${spelling} into`} terms={terms} without={new Set([id])} onTake={join} />
        )}
        {open === 'split' && (
          <OwnLine
            label={`Split ${spelling} into`}
            place={`split of ${id}`}
            isAct
            value=""
            placeholder="two terms or more, separated by commas, then Enter"
            maxLength={1000}
            onSave={split}
          />
        )}
        {open === 'under' && (
          <OwnLine
            label={`New terms under ${spelling}`}
            place={`terms under ${id}`}
            isAct
            value=""
            placeholder="one or several, separated by commas, then Enter"
            maxLength={4000}
            onSave={under}
          />
        )}
      </Box>
    </Box>
  );
}

/** A term and all that belong under it: it cannot go under one of them. */
function withNarrower(terms: TermMap, id: string): ReadonlySet<string> {
  const narrower = [...terms.keys()].filter((one) => broaderOf(terms, one).some((up) => up.id === id));
  return new Set([id, ...narrower]);
}
