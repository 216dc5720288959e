'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Checked } from '@/core/checks/checkAll';
import { counted } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { Button } from '@/ui/buttons';
import { type PhotoView, previewAt } from '../describe/set/view';
import { sourceRows, sourceText } from './sourceRows';
import { labels } from './words';

const cell = {
  paddingY: '1.5',
  paddingRight: '5',
  verticalAlign: 'top',
  textAlign: 'left',
  fontWeight: '400',
} as const;

/** What writing cannot fix: a list for whoever has the source. It is printed and copied as it is. */
export function SourceList({
  assignment,
  views,
  checked,
}: {
  assignment: Assignment;
  views: readonly PhotoView[];
  checked: Checked;
}) {
  const [status, setStatus] = useState('');
  const rows = sourceRows(checked);
  const previews = new Map(views.map((view) => [view.id, previewAt(view, 480)]));
  const copy = () =>
    navigator.clipboard.writeText(sourceText(rows)).then(
      () => setStatus('Copied.'),
      () => setStatus('The browser did not allow it. Select the list and copy it.'),
    );
  return (
    <Box
      overflowY="auto"
      _print={{ overflow: 'visible' }}
      paddingX="5"
      paddingY="4"
      minHeight="0"
      tabIndex={0}
      role="region"
      aria-label={labels.backToTheSource}
    >
      <Flex alignItems="baseline" columnGap="4" rowGap="2" wrap="wrap" marginBottom="3">
        <Box as="h2" fontFamily="heading" fontSize="title" fontWeight="600">
          {labels.backToTheSource}
        </Box>
        <Box color="soft" fontSize="body">
          {rows.length === 0
            ? 'No picture has to go back.'
            : `${counted(rows.length, 'picture')} of “${assignment.name}” that writing cannot fix.`}
        </Box>
      </Flex>
      {rows.length > 0 && (
        <>
          <Flex gap="3" marginBottom="3" alignItems="center" _print={{ display: 'none' }}>
            <Button type="button" onClick={() => void copy()}>
              {labels.copyTheList}
            </Button>
            <Button type="button" onClick={() => window.print()}>
              Print …
            </Button>
            <chakra.span role="status" color="soft" fontSize="body">
              {status}
            </chakra.span>
          </Flex>
          <chakra.table width="100%" fontSize="body" css={{ borderCollapse: 'collapse' }}>
            <thead>
              <tr>
                <chakra.th {...cell} width="6rem">
                  <chakra.span srOnly>Picture</chakra.span>
                </chakra.th>
                {['File', 'Why', 'Needed'].map((head) => (
                  <chakra.th key={head} {...cell} scope="col" color="soft">
                    {head}
                  </chakra.th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map(({ id, file, reasons, needed }) => (
                <chakra.tr key={id} borderTopWidth="1px" borderColor="hairline">
                  <chakra.td {...cell}>
                    <chakra.img
                      src={previews.get(id)}
                      alt=""
                      width="5rem"
                      height="3.375rem"
                      objectFit="contain"
                      bg="field"
                      loading="lazy"
                    />
                  </chakra.td>
                  <chakra.th {...cell} scope="row" overflowWrap="anywhere">
                    {file}
                  </chakra.th>
                  <chakra.td {...cell}>{reasons.join(' · ')}</chakra.td>
                  <chakra.td {...cell}>{needed.join(' · ')}</chakra.td>
                </chakra.tr>
              ))}
            </tbody>
          </chakra.table>
        </>
      )}
    </Box>
  );
}
