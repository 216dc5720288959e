'use client';

import { Box, chakra, Flex, Tabs } from '@chakra-ui/react';
import type { Report, Row } from '@/core/readout/report';
import { stripOf } from '@/core/threads/stroke';
import { problemWords } from '@/server/problems/words';
import { ThreadStrip } from '@/ui/ThreadStrip';
import { AsStranger } from './AsStranger';
import { ByQuestion } from './ByQuestion';
import { cameraLine } from './cameraLine';
import { History } from './History';
import { Markup } from './Markup';
import { ProvenanceView } from './ProvenanceView';
import { Structure } from './Structure';
import { labels } from './words';

/** Everything in a file: by question, as IIM, XMP and Exif, as raw markup. */
export function ReportView({
  name,
  pictureUrl,
  report,
  photoId,
  deskUrl,
}: {
  name: string;
  pictureUrl: string;
  report: Report;
  /** Of a picture of an assignment: it has a history. */
  photoId?: string | undefined;
  /** Where it is written. */
  deskUrl?: string | undefined;
}) {
  const { picture } = report;
  const strip = stripOf({ file: picture.record.fields, drafts: {} });
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 5fr) minmax(0, 7fr)' }}
      alignItems="start"
    >
      <Box padding="5" position={{ lg: 'sticky' }} top="3.0625rem">
        <Box bg="field" display="flex" justifyContent="center">
          {pictureUrl ? (
            <chakra.img src={pictureUrl} alt={name} maxHeight="52vh" objectFit="contain" />
          ) : (
            <Box color="soft" padding="8" textAlign="center">
              A browser cannot show this kind of file. Its metadata is read anyway.
            </Box>
          )}
        </Box>
        <Flex marginTop="3" gap="4" alignItems="center" wrap="wrap">
          <chakra.span fontFamily="heading" fontSize="larger" fontWeight="600" overflowWrap="anywhere">
            {name}
          </chakra.span>
          <ThreadStrip strip={strip} name={name} />
        </Flex>
        <Box color="soft" fontSize="body">
          {cameraLine(report)}
        </Box>
        {picture.record.problems.map((one) => (
          <Box
            key={`${one.code}${one.part}`}
            color={one.severity === 'info' ? 'soft' : 'weldText'}
            fontSize="body"
            marginTop="1"
          >
            {problemWords(one)}
          </Box>
        ))}
      </Box>
      <Tabs.Root
        defaultValue="question"
        lazyMount
        variant="line"
        padding="5"
        minWidth="0"
        bg="leaf"
        minHeight="calc(100dvh - 3.0625rem)"
        borderLeftWidth={{ lg: '1px' }}
      >
        <Tabs.List flexWrap="wrap" css={{ '& button': { whiteSpace: 'nowrap', paddingInline: '0.625rem' } }}>
          <Tabs.Trigger value="question">{labels.byQuestion}</Tabs.Trigger>
          <Tabs.Trigger value="stranger">As a stranger sees it</Tabs.Trigger>
          <Tabs.Trigger value="iim">IIM {report.iim.length}</Tabs.Trigger>
          <Tabs.Trigger value="xmp">XMP {report.xmp.length}</Tabs.Trigger>
          <Tabs.Trigger value="exif">Exif {report.exif.length}</Tabs.Trigger>
          <Tabs.Trigger value="markup">{labels.rawMarkup}</Tabs.Trigger>
          {report.provenance && <Tabs.Trigger value="provenance">{labels.provenance}</Tabs.Trigger>}
          <Tabs.Trigger value="structure">Parts</Tabs.Trigger>
          {photoId && <Tabs.Trigger value="history">{labels.history}</Tabs.Trigger>}
        </Tabs.List>
        <Tabs.Content value="question">
          <ByQuestion record={picture.record} digest={report.digest} />
        </Tabs.Content>
        <Tabs.Content value="stranger">
          <AsStranger record={picture.record} program={programOf(report)} deskUrl={deskUrl} />
        </Tabs.Content>
        {report.provenance && (
          <Tabs.Content value="provenance">
            <ProvenanceView provenance={report.provenance} />
          </Tabs.Content>
        )}
        <Tabs.Content value="structure">
          <Structure parts={report.parts} size={report.size} />
        </Tabs.Content>
        <Tabs.Content value="iim">
          <Rows rows={[...report.iim, ...report.resources]} empty="No IIM record and no image resources." />
        </Tabs.Content>
        <Tabs.Content value="xmp">
          <Rows rows={report.xmp} empty="No XMP packet." />
        </Tabs.Content>
        <Tabs.Content value="exif">
          <Rows rows={report.exif} empty="No Exif block." />
        </Tabs.Content>
        <Tabs.Content value="markup">
          <Markup markup={report.markup} />
        </Tabs.Content>
        {photoId && (
          <Tabs.Content value="history">
            <History photoId={photoId} />
          </Tabs.Content>
        )}
      </Tabs.Root>
    </Box>
  );
}

/** The program that made the file, by Exif. */
const programOf = ({ exif }: Report) => exif.find((row) => row.name === 'Software')?.value ?? '';

function Rows({ rows, empty }: { rows: readonly Row[]; empty: string }) {
  if (rows.length === 0) return <Box color="soft">{empty}</Box>;
  const hasPlaces = rows.some((row) => row.bytes !== undefined);
  return (
    <chakra.table width="100%" fontSize="body">
      <tbody>
        {rows.map((row, index) => (
          <chakra.tr key={index} borderBottomWidth="1px" verticalAlign="top">
            <chakra.td
              fontFamily="mono"
              fontSize="tiny"
              color="soft"
              paddingY="1"
              paddingRight="3"
              maxWidth="22em"
              overflowWrap="anywhere"
            >
              {row.place}
            </chakra.td>
            {hasPlaces && (
              <chakra.td
                fontFamily="mono"
                fontSize="tiny"
                color="soft"
                paddingY="1"
                paddingRight="3"
                whiteSpace="nowrap"
                title="where its value begins in the file, and its length in bytes"
              >
                {row.at === undefined ? '' : `@${row.at}`} {row.bytes === undefined ? '' : `${row.bytes} B`}
              </chakra.td>
            )}
            <chakra.td color="soft" paddingY="1" paddingRight="3">
              {row.name}
            </chakra.td>
            <chakra.td paddingY="1" whiteSpace="pre-line" overflowWrap="anywhere">
              {row.value}
            </chakra.td>
          </chakra.tr>
        ))}
      </tbody>
    </chakra.table>
  );
}
