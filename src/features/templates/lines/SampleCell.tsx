'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import type { FieldId } from '@/core/catalogue/fields';
import { asList, type FieldValue } from '@/core/catalogue/value';
import { counted } from '@/core/wording/counts';
import { valueWords } from '@/ui/valueWords';
import type { SampleLine } from '../sample/sample';

/** A line's result for the sample: its value, what IIM would cut of it struck through, and what happened. */
export function SampleCell({
  id,
  sample,
  missingIn,
}: {
  id: FieldId;
  sample: SampleLine | undefined;
  missingIn: number;
}) {
  return (
    <Flex
      bg="leaf"
      display={{ base: sample ? 'flex' : 'none', lg: 'flex' }}
      borderLeftWidth={{ base: 0, lg: '1px' }}
      borderColor="rule"
      paddingX={{ base: 5, lg: 8 }}
      paddingY="0.5"
      gap="4"
      alignItems="baseline"
      justifyContent="space-between"
      minWidth="0"
    >
      <Box
        fontFamily="heading"
        fontSize="lead"
        minWidth="0"
        whiteSpace="pre-line"
        overflowWrap="anywhere"
        textDecoration={sample && sample.value === null ? 'line-through' : 'none'}
      >
        {sample && (sample.kept === undefined ? valueWords(id, sample.value) : <Cut {...sample} />)}
      </Box>
      {sample && (
        <Box
          fontSize="small"
          color={sample.attention ? 'weldText' : 'soft'}
          textAlign="right"
          maxWidth="45%"
          flexShrink={0}
        >
          {sample.note}
          {missingIn > 0 && ` (${counted(missingIn, 'picture')})`}
          {sample.gauge && sample.gauge.bytes > sample.gauge.max * 0.8 && <Gauge {...sample.gauge} />}
        </Box>
      )}
    </Flex>
  );
}

function Cut({ value, kept }: { value: FieldValue | null; kept?: FieldValue }) {
  const keeps = asList(kept);
  return asList(value).map((text, index) => (
    <span key={`${index}-${text}`}>
      {index > 0 && ', '}
      {keeps[index] ?? ''}
      <chakra.s color="weldText">{text.slice((keeps[index] ?? '').length)}</chakra.s>
    </span>
  ));
}

/** Bytes against what IIM holds: a hairline that fills. */
function Gauge({ bytes, max }: { bytes: number; max: number }) {
  return (
    <Box
      role="img"
      aria-label={`${bytes} of ${max} bytes in IIM`}
      title={`${bytes} of ${max} bytes in IIM`}
      height="3px"
      bg="hairline"
      marginTop="1"
      marginLeft="auto"
      width="5rem"
    >
      <Box height="3px" bg={bytes > max ? 'weld' : 'woad'} width={`${Math.min(100, (bytes / max) * 100)}%`} />
    </Box>
  );
}
