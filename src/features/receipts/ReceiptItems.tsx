'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { type FieldId, field, fieldIds } from '@/core/catalogue/fields';
import { asText } from '@/core/catalogue/value';
import type { WrittenField } from '@/server/db/stored';
import { problemWords } from '@/server/problems/words';
import { StripDrawing } from '@/ui/ThreadStrip';
import { valueWords } from '@/ui/valueWords';
import type { Receipt, ReceiptItem } from './types';

const itemWords: Readonly<Record<ReceiptItem['state'], string>> = {
  waiting: 'to come',
  done: 'written and read back',
  unchanged: 'already right',
  failed: 'failed',
  'taken-back': 'taken back',
};

/** Per file: what was written, what was there before, how it was verified, what failed and why. */
export function ReceiptItems({ run }: { run: Receipt }) {
  const sorted = [...run.items].sort((a, b) => Number(b.state === 'failed') - Number(a.state === 'failed'));
  return (
    <Box as="ol" listStyleType="none">
      {sorted.map((item) => (
        <Box as="li" key={item.id} borderTopWidth="1px" paddingY="2" fontSize="0.875rem">
          <chakra.details>
            <chakra.summary cursor="pointer" display="flex" gap="4" alignItems="baseline" flexWrap="wrap">
              <chakra.span fontWeight="600" width="13em" truncate>
                {targetOf(item)}
              </chakra.span>
              <chakra.span alignSelf="center" width="4.5625rem">
                {item.strip && <StripDrawing strip={item.strip} />}
              </chakra.span>
              <chakra.span color={item.state === 'failed' ? 'madderText' : 'soft'} width="12em">
                {run.kind === 'take-back' && item.state === 'done'
                  ? 'as it was before'
                  : itemWords[item.state]}
              </chakra.span>
              <chakra.span flex="1" minWidth="12em" color="soft" truncate>
                {summary(item)}
              </chakra.span>
              {item.photoId && (
                <chakra.span color="woad" textDecoration="underline">
                  <Link href={`/read?photo=${item.photoId}`}>read it</Link>
                </chakra.span>
              )}
            </chakra.summary>
            <Detail item={item} />
          </chakra.details>
        </Box>
      ))}
    </Box>
  );
}

/** Where it went, below the working folder. */
function targetOf({ name, result }: ReceiptItem): string {
  if (result?.target === undefined) return name;
  return result.inside ? `${result.inside}/${result.target}` : result.target;
}

function summary(item: ReceiptItem): string {
  const serious = (item.problems ?? []).filter((one) => one.severity !== 'info');
  if (serious.length > 0) return serious.map(problemWords).join(' ');
  if (item.state === 'waiting') return '';
  const written = item.result?.written ?? {};
  const names = fieldIds.filter((id) => id in written).map((id) => field(id).standardName);
  return names.length > 0 ? names.join(', ') : '';
}

function Detail({ item }: { item: ReceiptItem }) {
  const stored = item.result?.written ?? {};
  const written = fieldIds.flatMap((id): [FieldId, WrittenField][] => (stored[id] ? [[id, stored[id]]] : []));
  return (
    <Box paddingY="2" paddingLeft="4">
      {written.map(([id, { before, after, origin }]) => (
        <Flex key={id} gap="4" paddingY="0.5" alignItems="baseline">
          <Box width="12em" flexShrink={0} color="soft">
            {field(id).standardName}
          </Box>
          <Box flex="1" minWidth="0" whiteSpace="pre-line" overflowWrap="anywhere">
            {before !== null && asText(before) !== asText(after) && (
              <chakra.span textDecoration="line-through" color="soft">
                {asText(before)}{' '}
              </chakra.span>
            )}
            {after === null ? 'erased' : valueWords(id, after)}
          </Box>
          <Box width="17em" color="soft" fontSize="0.8125rem">
            {origin.by === 'template' ? `${origin.name}, version ${origin.version}` : 'by hand'}
          </Box>
        </Flex>
      ))}
      {(item.problems ?? []).map((one) => (
        <Box key={`${one.code}${one.part}`} color="weldText" paddingY="0.5">
          {problemWords(one)}
        </Box>
      ))}
      {item.result?.second && (
        <Box color="soft" paddingY="0.5">
          A second copy of it, compared byte for byte: {item.result.second.join(', ')}
        </Box>
      )}
      {item.result?.digest && (
        <Box color="soft" fontSize="0.8125rem" marginTop="1" overflowWrap="anywhere">
          SHA-256 after reading back:{' '}
          <chakra.code fontFamily="mono" fontSize="0.75rem">
            {item.result.digest}
          </chakra.code>
        </Box>
      )}
    </Box>
  );
}
