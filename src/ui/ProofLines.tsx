'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { fieldLabel } from '@/core/catalogue/fields';
import { asText } from '@/core/catalogue/value';
import type { ChangeKind, Proof } from '@/core/drafts/proof';
import { formatNumber } from '@/core/wording/counts';
import { valueWords } from './valueWords';

const SHOWN = 3;
const dangerous: readonly ChangeKind[] = ['replaced', 'erased'];

/** Old → new by field, dangerous first, identical changes once with their number. */
export function ProofLines({ proof }: { proof: Proof }) {
  return proof.lines.map((line) => <ProofLineRow key={`${line.kind} ${line.field}`} line={line} />);
}

function ProofLineRow({ line }: { line: Proof['lines'][number] }) {
  const danger = dangerous.includes(line.kind);
  return (
    <Flex gap="4" paddingY="2" borderTopWidth="1px" fontSize="body" alignItems="baseline">
      <Box width="10.5em" flexShrink={0}>
        <Box fontWeight="600">{fieldLabel(line.field)}</Box>
        <Box color={danger ? 'madderText' : 'soft'} fontWeight={danger ? '600' : '400'}>
          {line.kind} in {formatNumber(line.count)}
        </Box>
      </Box>
      <Box minWidth="0" flex="1">
        {line.changes.slice(0, SHOWN).map(({ before, after, count }) => (
          <Box key={`${asText(before)}→${asText(after)}`} whiteSpace="pre-line" overflowWrap="anywhere">
            {before !== null && line.kind !== 'added to' && (
              <chakra.span textDecoration="line-through" color="soft">
                {valueWords(line.field, before)}
              </chakra.span>
            )}
            {before !== null && line.kind !== 'added to' && after !== null && ' → '}
            {after !== null && (
              <chakra.span fontFamily="heading">{valueWords(line.field, after)}</chakra.span>
            )}
            {line.changes.length > 1 && <chakra.span color="soft"> · {formatNumber(count)}</chakra.span>}
          </Box>
        ))}
        {line.changes.length > SHOWN && (
          <Box color="soft">and {formatNumber(line.changes.length - SHOWN)} different more</Box>
        )}
      </Box>
    </Flex>
  );
}
