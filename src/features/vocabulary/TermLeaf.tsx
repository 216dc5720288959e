'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { joinList, splitList } from '@/core/keywords/listText';
import { termKey } from '@/core/keywords/parse';
import type { TermEdit } from '@/core/keywords/vocabulary/acts';
import { termLimits } from '@/core/keywords/vocabulary/term';
import { broaderOf } from '@/core/keywords/vocabulary/tree';
import { counted } from '@/core/wording/counts';
import { formatDay } from '@/core/wording/formatDate';
import type { Carriers } from '@/server/operations/vocabulary/carryThrough';
import type { ListedTerm } from '@/server/operations/vocabulary/listTerms';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { Previews } from '@/ui/Previews';
import { queryKeys } from '@/ui/queryKeys';
import { labels as uiLabels } from '@/ui/words';
import type { Carry } from './CarryDialog';
import { OwnLine } from './OwnLine';
import { TermActs } from './TermActs';
import { TermLanguages } from './TermLanguages';
import type { TermMap } from './useVocabulary';
import type { VocabularyActs } from './useVocabularyActs';
import { labels } from './words';

interface Props {
  readonly term: ListedTerm;
  readonly terms: TermMap;
  readonly acts: VocabularyActs;
  readonly onChoose: (id: string) => void;
  readonly onCarry: (carry: Carry) => void;
}

const SEPARATORS = ',;\n\r';

/** A term: its words, where it belongs, how it is used, and some of its pictures. */
export function TermLeaf({ term, terms, acts, onChoose, onCarry }: Props) {
  const { id, spelling, synonyms, note } = term;
  const [keepsOld, setKeepsOld] = useState(true);
  const edit = (change: TermEdit) => acts.act({ kind: 'edit', id, edit: change, keepsOld });
  const quietly = (change: TermEdit) => void edit(change).catch(() => undefined);
  const rename = (next: string) => {
    edit({ spelling: next }).then(
      () => {
        if (next !== spelling) onCarry({ from: [spelling], to: [next] });
      },
      () => undefined,
    );
  };
  const path = [...broaderOf(terms, id)].reverse();
  return (
    <Box as="section" aria-label={`The term ${spelling}`}>
      <Flex columnGap="2" wrap="wrap" textStyle="hint" minHeight="1.5rem" alignItems="baseline">
        {path.length === 0 ? 'at the top' : 'under '}
        {path.map((one, at) => (
          <span key={one.id}>
            {at > 0 && '· '}
            <LinkButton type="button" onClick={() => onChoose(one.id)}>
              {one.spelling}
            </LinkButton>
          </span>
        ))}
      </Flex>
      <OwnLine
        label={uiLabels.spelling}
        place={`spelling of ${id}`}
        value={spelling}
        maxLength={termLimits.spelling}
        isLarge
        onSave={rename}
      />
      <chakra.label display="block" textStyle="hint" paddingY="1">
        <input type="checkbox" checked={keepsOld} onChange={(event) => setKeepsOld(event.target.checked)} />{' '}
        When it is renamed, the old word stays as a synonym
      </chakra.label>
      <Box paddingTop="2">
        <Field dense labelled width="8em" label={labels.synonyms}>
          <OwnLine
            label={labels.synonyms}
            place={`synonyms of ${id}`}
            value={joinList(synonyms, SEPARATORS)}
            placeholder="words that lead here, separated by commas"
            maxLength={4000}
            onSave={(text) => quietly({ synonyms: splitList(text, SEPARATORS) })}
          />
        </Field>
        <TermLanguages term={term} onChange={(languages) => quietly({ languages })} />
        <Field dense labelled width="8em" label={labels.note}>
          <OwnLine
            label={labels.note}
            place={`note of ${id}`}
            value={note ?? ''}
            placeholder="when to use it, and when not"
            maxLength={termLimits.note}
            onSave={(text) => quietly({ note: text })}
          />
        </Field>
      </Box>
      <Use term={term} />
      <TermActs key={id} term={term} terms={terms} acts={acts} onChoose={onChoose} onCarry={onCarry} />
    </Box>
  );
}

const carrying = (spelling: string) => new URLSearchParams({ show: `has.keywords.${spelling}` });

/** On how many pictures, since when, and some of them. */
function Use({ term: { spelling, pictures, first, last, added } }: { term: ListedTerm }) {
  const { data: found } = useQuery({
    queryKey: queryKeys.carriers([termKey(spelling)]),
    queryFn: () => apiRequest<Carriers>('vocabulary/carriers', 'POST', { words: [spelling] }),
    enabled: pictures > 0,
  });
  return (
    <Box paddingTop="3">
      <Box fontSize="body" paddingBottom="2">
        {pictures === 0
          ? 'On no picture yet.'
          : `On ${counted(pictures, 'picture')}, taken ${first === last ? formatDay(first!) : `${formatDay(first!)} to ${formatDay(last!)}`}.`}{' '}
        <chakra.span color="soft">Added {formatDay(added)}.</chakra.span>
      </Box>
      {pictures > 0 && found && found.samples.length > 0 && <Previews shown={found.samples} columns={6} />}
      {pictures > 0 && found && (
        <Box as="ul" listStyleType="none" fontSize="body" paddingTop="1">
          {found.assignments.map((one) => (
            <li key={one.id}>
              <Link href={`/assignments/${one.id}/describe?${carrying(spelling)}`}>
                {counted(one.pictures, 'picture')} in {one.name}
              </Link>
            </li>
          ))}
        </Box>
      )}
    </Box>
  );
}
