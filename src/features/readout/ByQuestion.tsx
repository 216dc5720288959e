import { Box, chakra, Flex } from '@chakra-ui/react';
import { type FieldId, field, fieldIds, fieldLabel } from '@/core/catalogue/fields';
import { type QuestionId, questions } from '@/core/catalogue/row';
import type { FieldReading, PhotoRecord } from '@/core/mapping/read';
import type { Origin } from '@/core/mapping/recordValue';
import type { Report } from '@/core/readout/report';
import { valueWords } from '@/ui/valueWords';

const originWords: Readonly<Record<Origin, string>> = {
  xmp: 'XMP',
  iim: 'IIM',
  exif: 'Exif',
  resource: 'image resource',
  text: 'PNG text',
  mirror: 'XP tags and older properties',
  sidecar: 'sidecar',
};

/** What the file says, by the question it answers; disagreements first. */
export function ByQuestion({ record, digest }: { record: PhotoRecord; digest: Report['digest'] }) {
  const present = fieldIds.filter((id) => record.fields[id]);
  const disagreeing = present.filter((id) => !record.fields[id]!.agrees);
  if (present.length === 0)
    return <Box color="soft">This file says nothing about who made it, what it shows or who owns it.</Box>;
  return (
    <Box>
      {disagreeing.length > 0 && (
        <Group title="Its records disagree" words={why[digest]} ids={disagreeing} record={record} />
      )}
      {(Object.keys(questions) as QuestionId[]).map((question) => {
        const ids = present.filter((id) => field(id).question === question && !disagreeing.includes(id));
        return (
          ids.length > 0 && <Group key={question} title={questions[question]} ids={ids} record={record} />
        );
      })}
    </Box>
  );
}

/** A web or e-mail address leads to the maker; everything else is words. */
function linked(text: string) {
  const href = /^https?:\/\/\S+$/.test(text)
    ? text
    : /^[^\s@]+@[^\s@]+\.\w+$/.test(text)
      ? `mailto:${text}`
      : '';
  return href ? (
    <chakra.a href={href} rel="noreferrer noopener" target="_blank" color="woad" textDecoration="underline">
      {text}
    </chakra.a>
  ) : (
    text
  );
}

/** Which record counts where they differ, and why (Metadata Working Group 2.0, 3.3). */
const why: Readonly<Record<Report['digest'], string>> = {
  stale: 'IIM counts: the digest beside it says that it was changed by a program that did not write XMP.',
  matches: 'XMP counts: IIM is as it was when both were written last; its digest matches.',
  absent: 'XMP counts: there is no digest that would say that IIM is newer.',
};

function Group({
  title,
  words,
  ids,
  record,
}: {
  title: string;
  words?: string;
  ids: readonly FieldId[];
  record: PhotoRecord;
}) {
  return (
    <Box as="section" marginBottom="4">
      <Box as="h2" fontFamily="heading" fontSize="lead" fontWeight="600" color="woad" borderBottomWidth="1px">
        {title}
      </Box>
      {words && <Box textStyle="hint">{words}</Box>}
      {ids.map((id) => (
        <Line key={id} id={id} reading={record.fields[id]!} />
      ))}
    </Box>
  );
}

function Line({ id, reading }: { id: FieldId; reading: FieldReading }) {
  return (
    <Flex gap="4" paddingY="1" alignItems="baseline" fontSize="lead">
      <Box width="11em" flexShrink={0} color="soft" fontSize="body">
        {fieldLabel(id)}
      </Box>
      <Box flex="1" minWidth="0" whiteSpace="pre-line" overflowWrap="anywhere" fontFamily="heading">
        {reading.agrees
          ? linked(valueWords(id, reading.value))
          : reading.recordValues.map((recordValue) => (
              <Box key={`${recordValue.origin}${JSON.stringify(recordValue.value)}`}>
                <chakra.span fontFamily="body" fontSize="small" color="weldText" fontWeight="600">
                  {originWords[recordValue.origin]}
                  {recordValue.origin === reading.origin ? ', counts' : ''}:{' '}
                </chakra.span>
                {valueWords(id, recordValue.value)}
              </Box>
            ))}
      </Box>
      <Box textStyle="hint" flexShrink={0}>
        {reading.agrees
          ? reading.recordValues.map((recordValue) => originWords[recordValue.origin]).join(', ')
          : ''}
      </Box>
    </Flex>
  );
}
