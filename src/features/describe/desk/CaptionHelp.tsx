'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useDeferredValue, useMemo } from 'react';
import { type CaptionAnswers, captionAnswers, foundBy, namingFields } from '@/core/captions/captionHelp';
import { nearMisses } from '@/core/captions/nearMisses';
import { asList, asText } from '@/core/catalogue/value';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { LinkButton } from '@/ui/buttons';
import { labels as uiLabels } from '@/ui/words';
import { useKnownTerms } from '../../keywords/useKnownTerms';
import { stopWordsOf } from '../spelling/stopWords';
import { useMisspelled } from '../spelling/useMisspelled';
import type { CaptionState } from './useCaption';

const FOUND_SHOWN = 14;
const WRONG_SHOWN = 4;

/** A quiet prompt under the caption: what it answers, by what it is found, what may be misspelled. */
export function CaptionHelp({
  assignment,
  caption: { box, text, type, save },
  desk,
}: {
  assignment: Assignment;
  caption: CaptionState;
  desk: Desk | undefined;
}) {
  const caption = useDeferredValue(text);
  const { people, language } = assignment;
  const known = useMemo(() => knownOf(people, desk), [people, desk]);
  const keywords = useMemo(() => (desk?.keywords ?? []).map((one) => one.term), [desk]);
  const answers = captionAnswers(caption, known);
  const found = foundBy(caption, keywords, stopWordsOf(language));
  const near = nearMisses(caption, known.people);
  const right = useMemo(
    () => [...writtenOf(desk), ...people.map((one) => one.name), ...assignment.facts.map((one) => one.value)],
    [desk, people, assignment.facts],
  );
  const doubtful = useMisspelled(caption, language, right);
  const ofVocabulary = useKnownTerms(useMemo(() => doubtful.map((one) => one.word), [doubtful]));
  const wrong = doubtful.filter(
    ({ word }) => !ofVocabulary.has(word) && !near.some(({ typed }) => typed.includes(word)),
  );
  const replace = (typed: string, by: string) => {
    type(text.replace(typed, () => by));
    save();
    // The pressed button goes with its word.
    box.current?.focus();
  };
  if (caption === '' && keywords.length === 0) return null;
  return (
    <Box textStyle="hint" paddingTop="1">
      {caption !== '' && <Answers answers={answers} />}
      {found.length > 0 && (
        <chakra.span>
          {caption !== '' && ' · '}found by: {found.slice(0, FOUND_SHOWN).join(', ')}
          {found.length > FOUND_SHOWN && ' …'}
        </chakra.span>
      )}
      <Flex gap="4" wrap="wrap" role="status" aria-label={uiLabels.spelling}>
        {near.map(({ typed, name }) => (
          <Doubt key={typed} word={typed} offers={[name]} onTake={replace} />
        ))}
        {wrong.slice(0, WRONG_SHOWN).map(({ word, offers }) => (
          <Doubt key={word} word={word} offers={offers} onTake={replace} />
        ))}
        {wrong.length > WRONG_SHOWN && <span>and {wrong.length - WRONG_SHOWN} more</span>}
      </Flex>
    </Box>
  );
}

function knownOf(people: Assignment['people'], desk: Desk | undefined) {
  const { personShown, sublocation, city, country, eventName } = desk?.fields ?? {};
  const shown = (personShown?.variants ?? []).flatMap(({ value }) => asList(value));
  return {
    people: [...new Set([...people.map((one) => one.name), ...shown])],
    places: [sublocation, city, country].map((one) => asText(one?.same)).filter((one) => one !== ''),
    event: asText(eventName?.same),
  };
}

/** Names and keywords of the other fields: whoever wrote them there means them. */
function writtenOf(desk: Desk | undefined): string[] {
  const named = namingFields.flatMap((id) => desk?.fields[id]?.variants ?? []);
  return [...named.flatMap(({ value }) => asList(value)), ...(desk?.keywords ?? []).map((one) => one.term)];
}

function Answers({ answers }: { answers: CaptionAnswers }) {
  return (
    <chakra.span role="group" aria-label="What the caption answers">
      {(Object.keys(answers) as (keyof CaptionAnswers)[]).map((one) => (
        <chakra.span
          key={one}
          marginRight="2"
          color={answers[one] ? 'soft' : 'weldText'}
          fontWeight={answers[one] ? '400' : '600'}
        >
          {one} {answers[one] ? '✓' : '?'}
        </chakra.span>
      ))}
    </chakra.span>
  );
}

function Doubt({
  word,
  offers,
  onTake,
}: {
  word: string;
  offers: readonly string[];
  onTake: (word: string, by: string) => void;
}) {
  return (
    <span>
      <chakra.span textDecoration="underline wavy" textDecorationColor="weldText" color="ink">
        {word}
      </chakra.span>
      {offers.length === 0 && ' is not in the dictionary'}
      {offers.map((one, at) => (
        <span key={one}>
          {at === 0 ? ' → ' : ', '}
          <LinkButton
            type="button"
            minHeight="0"
            aria-label={`Write ${one} for ${word}`}
            onClick={() => onTake(word, one)}
          >
            {one}
          </LinkButton>
        </span>
      ))}
    </span>
  );
}
