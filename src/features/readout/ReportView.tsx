'use client';

import { Box, chakra, Flex, Tabs } from '@chakra-ui/react';
import type { Report, Row } from '@/core/readout/report';
import { stripOf } from '@/core/threads/stroke';
import { problemWords } from '@/server/problems/words';
import { ThreadStrip } from '@/ui/ThreadStrip';
import { ByQuestion } from './ByQuestion';
import { cameraLine } from './cameraLine';

/** Everything in a file: by question, as IIM, XMP and Exif, as raw markup. */
export function ReportView({
  name,
  pictureUrl,
  report,
}: {
  name: string;
  pictureUrl: string;
  report: Report;
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
              A browser cannot show this kind of file. What it says is read all the same.
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
        <Tabs.List>
          <Tabs.Trigger value="question">By question</Tabs.Trigger>
          <Tabs.Trigger value="iim">IIM {report.iim.length}</Tabs.Trigger>
          <Tabs.Trigger value="xmp">XMP {report.xmp.length}</Tabs.Trigger>
          <Tabs.Trigger value="exif">Exif {report.exif.length}</Tabs.Trigger>
          <Tabs.Trigger value="markup">Raw markup</Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="question">
          <ByQuestion record={picture.record} />
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
          {report.markup ? (
            <chakra.pre fontFamily="mono" fontSize="tiny" whiteSpace="pre-wrap" overflowWrap="anywhere">
              {report.markup}
            </chakra.pre>
          ) : (
            <Box color="soft">No XMP packet.</Box>
          )}
        </Tabs.Content>
      </Tabs.Root>
    </Box>
  );
}

function Rows({ rows, empty }: { rows: readonly Row[]; empty: string }) {
  if (rows.length === 0) return <Box color="soft">{empty}</Box>;
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
