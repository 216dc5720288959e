'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { fieldLabel } from '@/core/catalogue/fields';
import { asText } from '@/core/catalogue/value';
import type { StrangerLine } from '@/core/readout/stranger';
import { stripFromCode } from '@/core/threads/stripCode';
import { formatBytes, formatNumber } from '@/core/wording/counts';
import type { CopyPreview } from '@/server/operations/deliveries/previewCopy';
import { problemWords } from '@/server/problems/words';
import { SignButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { StripDrawing } from '@/ui/ThreadStrip';
import { type PhotoView, previewAt } from '../describe/set/view';
import { labels } from './words';

interface Props {
  readonly view: PhotoView;
  /** Its place among those that leave, from 1, and how many they are. */
  readonly place: number;
  readonly total: number;
  readonly onGo: (by: number) => void;
  readonly copy: CopyPreview | undefined;
  readonly isMaking: boolean;
  readonly error: string | undefined;
}

/** One copy as it will be: the picture, and what it says to a stranger. */
export function CopyShown({ view, place, total, onGo, copy, isMaking, error }: Props) {
  return (
    <Box as="section" aria-label="One copy" aria-busy={isMaking} minWidth="0">
      <Flex columnGap="3" alignItems="baseline" wrap="wrap" fontSize="body" minHeight="1.75rem">
        <chakra.span fontWeight="600" overflowWrap="anywhere">
          {copy ? [copy.folder, copy.name].filter(Boolean).join('/') : view.name}
        </chakra.span>
        <chakra.span color="soft" flex="1">
          {copy && factsOf(copy)}
        </chakra.span>
        <Flex alignItems="center" color="soft" gap="1">
          <SignButton type="button" aria-label="Copy before" disabled={place <= 1} onClick={() => onGo(-1)}>
            ‹
          </SignButton>
          {formatNumber(place)} of {formatNumber(total)}
          <SignButton type="button" aria-label="Next copy" disabled={place >= total} onClick={() => onGo(1)}>
            ›
          </SignButton>
        </Flex>
      </Flex>
      <Flex bg="field" height={{ base: '14rem', md: '21rem' }} justifyContent="center" alignItems="center">
        <chakra.img
          src={copy?.picture || previewAt(view, 480)}
          alt={`The copy of ${view.name}`}
          maxWidth="100%"
          maxHeight="100%"
          opacity={isMaking ? 0.6 : 1}
        />
      </Flex>
      <Notice kind="error" paddingTop="2">
        {error}
      </Notice>
      {copy && <Said copy={copy} />}
    </Box>
  );
}

function factsOf({ width, height, bytes, quality }: CopyPreview): string {
  const pixels = width > 0 ? `${formatNumber(width)} × ${formatNumber(height)}` : '';
  return [pixels, formatBytes(bytes), quality === null ? '' : `quality ${quality}`]
    .filter(Boolean)
    .join(' · ');
}

const asksWords: Readonly<Record<StrangerLine['asks'], string>> = {
  credit: 'Credit',
  notice: 'Notice',
  licence: 'Licence link',
  acquire: 'Licensor',
  reach: 'Contact',
  caption: 'Caption',
  alt: 'Alt text',
};

function Said({ copy }: { copy: CopyPreview }) {
  const terms = copy.changes.find((one) => one.field === 'usageTerms');
  const others = copy.changes.filter(({ after, field }) => after !== null && field !== 'usageTerms');
  return (
    <Box paddingTop="4">
      <Flex gap="3" alignItems="center" marginBottom="1">
        <Box as="h2" textStyle="label" color="woad">
          What this copy says to a stranger
        </Box>
        <StripDrawing strip={stripFromCode(copy.strip)} />
      </Flex>
      <Box role="list" aria-label={labels.whatItSays}>
        {copy.lines.map(({ asks, sees }) => (
          <Line key={asks} what={asksWords[asks]}>
            {sees ? (
              <chakra.span fontFamily="heading">{sees}</chakra.span>
            ) : (
              <chakra.span color="soft">nothing</chakra.span>
            )}
          </Line>
        ))}
        {terms?.after && (
          <Line what="Terms">
            {asText(terms.before) !== '' && <chakra.del color="soft">{asText(terms.before)}</chakra.del>}{' '}
            {asText(terms.after)}
          </Line>
        )}
        {others.length > 0 && (
          <Line what="On the copies">
            {others.map(({ field, before, after }) => (
              <Box key={field}>
                {fieldLabel(field)}:{' '}
                {asText(before) !== '' && <chakra.del color="soft">{asText(before)}</chakra.del>}{' '}
                <chakra.span fontFamily="heading">{asText(after) || 'set'}</chakra.span>
              </Box>
            ))}
          </Line>
        )}
        {copy.removed.length > 0 && (
          <Line what="Removed">
            {copy.removed.map(({ text }) => (
              <chakra.del key={text} color="soft" marginRight="4">
                {text}
              </chakra.del>
            ))}
          </Line>
        )}
      </Box>
      {copy.problems
        .filter((one) => one.severity !== 'info' || one.code === 'smaller-than-asked')
        .map((one) => (
          <Notice key={`${one.code} ${one.part}`} kind="warning" paddingTop="1">
            {problemWords(one)}
          </Notice>
        ))}
    </Box>
  );
}

function Line({ what, children }: { what: string; children: React.ReactNode }) {
  return (
    <Flex role="listitem" borderTopWidth="1px" paddingY="1.5" gap="4" fontSize="body" alignItems="baseline">
      <chakra.span fontWeight="600" width="6.5rem" flexShrink={0}>
        {what}
      </chakra.span>
      <Box flex="1" minWidth="0" overflowWrap="anywhere" whiteSpace="pre-line">
        {children}
      </Box>
    </Flex>
  );
}
