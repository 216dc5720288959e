'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { fieldLabel } from '@/core/catalogue/fields';
import { type Comparison, compareReports, type Fate, type FieldFate } from '@/core/readout/compare';
import { counted } from '@/core/wording/counts';
import { Section } from '@/ui/Section';
import { valueWords } from '@/ui/valueWords';
import { recordNames } from './recordNames';
import type { Readout } from './useReadout';

const fates: readonly { readonly fate: Fate; readonly title: string; readonly words: string }[] = [
  { fate: 'stripped', title: 'Stripped', words: 'in the first file, and not in the second' },
  { fate: 'changed', title: 'Changed', words: 'says something else in the second file' },
  { fate: 'added', title: 'Added', words: 'only in the second file' },
  { fate: 'same', title: 'Kept', words: 'the same in both' },
];

const fateWords: Readonly<Record<Fate, string>> = {
  same: 'kept',
  changed: 'changed',
  stripped: 'stripped',
  added: 'added',
};

/** Two files of one picture: what was stripped, changed, added, by field and by record, and whether the picture is the same. */
export function CompareView({ first, second }: { first: Readout; second: Readout }) {
  const comparison = useMemo(
    () => compareReports(first.report!, second.report!),
    [first.report, second.report],
  );
  const { fields, records } = comparison;
  return (
    <Box paddingX="5" paddingY="4" maxWidth="75rem">
      <Flex gap="6" wrap="wrap">
        {[first, second].map(({ name, pictureUrl }, at) => (
          <Box key={`${at} ${name}`} flex="1" minWidth="16em">
            <Box bg="field" height="14rem" display="flex" justifyContent="center">
              {pictureUrl && <chakra.img src={pictureUrl} alt={name} height="100%" objectFit="contain" />}
            </Box>
            <Box fontWeight="600" overflowWrap="anywhere" marginTop="1">
              {name}
            </Box>
            <Box color="soft" fontSize="body">
              {at === 0 ? 'the first file' : 'the second file'} · {comparison.sizes[at]}
            </Box>
          </Box>
        ))}
      </Flex>
      <Box fontFamily="heading" fontSize="title" fontWeight="600" marginTop="5" role="status">
        {verdict(comparison)}
      </Box>
      <Flex columnGap="6" rowGap="1" wrap="wrap" fontSize="body" marginTop="2" marginBottom="5">
        {records.map(({ record, fate, before, after }) => (
          <span key={record}>
            <chakra.span color="soft">{recordNames[record]} </chakra.span>
            <chakra.span color={fate === 'stripped' ? 'madderText' : 'ink'}>
              {before + after === 0 ? 'in neither' : `${fateWords[fate]} (${before} → ${after})`}
            </chakra.span>
          </span>
        ))}
      </Flex>
      <Box display="grid" gap="6">
        {fates.map(({ fate, title, words }) => {
          const some = fields.filter((one) => one.fate === fate);
          return (
            some.length > 0 && (
              <Section
                key={fate}
                look="label"
                title={`${title}: ${counted(some.length, 'field')}`}
                words={words}
              >
                {some.map((one) => (
                  <FateLine key={one.field} line={one} />
                ))}
              </Section>
            )
          );
        })}
      </Box>
    </Box>
  );
}

function verdict({ picture, fields }: Comparison): string {
  const lost = fields.filter((one) => one.fate === 'stripped' || one.fate === 'changed').length;
  const pictures: Readonly<Record<Comparison['picture'], string>> = {
    same: 'The picture data is the same',
    'encoded-again': 'The picture was encoded again, in its size',
    resized: 'The picture has another size',
    'other-format': 'The picture is of another format',
    'not-compared': 'The files are too large to compare their picture data',
  };
  return `${pictures[picture]}; ${lost === 0 ? 'no field was lost or changed' : `${counted(lost, 'field')} lost or changed`}.`;
}

function FateLine({ line: { field, fate, before, after, lostIn } }: { line: FieldFate }) {
  return (
    <Flex gap="4" paddingY="1" borderTopWidth="1px" fontSize="body" alignItems="baseline">
      <Box width="11em" flexShrink={0} color="soft">
        {fieldLabel(field)}
      </Box>
      <Box flex="1" minWidth="0" overflowWrap="anywhere" whiteSpace="pre-line">
        {before !== null && fate !== 'same' && (
          <chakra.span textDecoration={fate === 'stripped' || fate === 'changed' ? 'line-through' : 'none'}>
            {valueWords(field, before)}
          </chakra.span>
        )}
        {fate === 'changed' && ' → '}
        {after !== null && valueWords(field, after)}
      </Box>
      <Box textStyle="hint" flexShrink={0}>
        {fate === 'same' &&
          lostIn.length > 0 &&
          `not in ${lostIn.map((one) => one.toUpperCase()).join(', ')} any more`}
      </Box>
    </Flex>
  );
}
