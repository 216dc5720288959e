'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { fieldLabel } from '@/core/catalogue/fields';
import type { PhotoRecord } from '@/core/mapping/read';
import { asStranger, onDesktop, type StrangerLine } from '@/core/readout/stranger';
import { Section } from '@/ui/Section';

const asksWords: Readonly<Record<StrangerLine['asks'], string>> = {
  credit: 'Who is to be named?',
  notice: 'Whose is it?',
  licence: 'On what terms? (licence link)',
  acquire: 'Where do I get it? (link to the licensor)',
  reach: 'How do I reach them?',
  caption: 'What does it show?',
  alt: 'What does it show, for those who do not see it?',
};

const problemWords: Readonly<Record<NonNullable<StrangerLine['problem']>, string>> = {
  none: 'They find nothing.',
  'no-https': 'Search engines ask for https: the link is shown with a warning, or not at all.',
  'no-address': 'This is no whole https address, so no link is made of it.',
  'no-sign': 'The notice lacks the sign ©.',
  'no-year': 'The notice lacks the year.',
  'no-owner': 'The notice lacks the owner.',
  'public-domain': 'The status says public domain: the notice counts for nothing.',
};

/** The picture as somebody else meets it: what they see, what is missing, and where that is fixed. */
export function AsStranger({
  record,
  program,
  deskUrl,
}: {
  record: PhotoRecord;
  program: string;
  /** Where it is written, for a picture of an assignment. */
  deskUrl: string | undefined;
}) {
  return (
    <Box display="grid" gap="6">
      <Section title="On a page, and by a search engine" look="label">
        {asStranger(record).map((line) => (
          <Line key={line.asks} line={line} deskUrl={deskUrl} />
        ))}
      </Section>
      <Section
        title="In the file properties of a desktop"
        look="label"
        words="Desktops read Exif before XMP, and IIM not at all."
      >
        {onDesktop(record, program).map(({ name, sees }) => (
          <Flex key={name} gap="4" paddingY="1" borderTopWidth="1px" fontSize="body" alignItems="baseline">
            <Box width="11em" flexShrink={0} color="soft">
              {name}
            </Box>
            <Box flex="1" overflowWrap="anywhere" whiteSpace="pre-line">
              {sees || <chakra.span color="soft">nothing</chakra.span>}
            </Box>
          </Flex>
        ))}
      </Section>
    </Box>
  );
}

function Line({
  line: { asks, sees, lacks, problem },
  deskUrl,
}: {
  line: StrangerLine;
  deskUrl: string | undefined;
}) {
  return (
    <Box borderTopWidth="1px" paddingY="2">
      <Box color="soft" fontSize="body">
        {asksWords[asks]}
      </Box>
      <Box fontFamily="heading" fontSize="lead" overflowWrap="anywhere" whiteSpace="pre-line">
        {sees || <chakra.span color="soft">–</chakra.span>}
      </Box>
      {(problem || lacks.length > 0) && (
        <Flex fontSize="body" color="weldText" columnGap="3" wrap="wrap">
          <span>
            {problem && problemWords[problem]}{' '}
            {lacks.length > 0 && `Look at ${lacks.map(fieldLabel).join(', ')}.`}
          </span>
          {deskUrl && (
            <chakra.span color="woad" textDecoration="underline">
              <Link href={deskUrl}>write it</Link>
            </chakra.span>
          )}
        </Flex>
      )}
    </Box>
  );
}
