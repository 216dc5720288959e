'use client';

import { Box, chakra } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import { fieldLabel } from '@/core/catalogue/fields';
import type { Checked } from '@/core/checks/checkAll';
import { formatNumber } from '@/core/wording/counts';
import type { PhotoView } from '../describe/set/view';
import { Figures } from './Figures';
import { fieldFullness, threadFullness, timeFullness } from './fullness';
import { labels } from './words';

/** Charts are large: loaded where they are looked at. */
const FullCharts = dynamic(() => import('./FullCharts').then((one) => one.FullCharts), {
  ssr: false,
  loading: () => <Box height="12rem" />,
});

/** How full the set is: by thread, over time, and by field, drawn and as numbers. */
export function FullSet({ views, checked }: { views: readonly PhotoView[]; checked: Checked }) {
  const { pictures, ready } = checked;
  const byThread = useMemo(() => threadFullness(views.map((view) => view.strip)), [views]);
  const byTime = useMemo(() => timeFullness(pictures, ready), [pictures, ready]);
  const byField = useMemo(() => fieldFullness(pictures), [pictures]);
  return (
    <Box
      overflowY="auto"
      paddingX="5"
      paddingY="4"
      minHeight="0"
      tabIndex={0}
      role="region"
      aria-label={labels.completeness}
    >
      <Box as="h2" fontFamily="heading" fontSize="title" fontWeight="600" marginBottom="4">
        {labels.completeness}
      </Box>
      <FullCharts byThread={byThread} byTime={byTime} />
      <Box
        display="grid"
        gridTemplateColumns={{ base: '1fr', xl: '1fr 1fr' }}
        gap="8"
        marginTop="6"
        alignItems="start"
      >
        <Figures
          title={labels.byThread}
          heads={['thread', 'in the file', 'written here', 'empty']}
          rows={byThread.map((one) => [one.thread, one.inFile, one.written, one.empty])}
        />
        <Figures
          title="By the day taken"
          heads={['taken', 'pictures', 'ready']}
          rows={byTime.map((one) => [one.time, one.pictures, one.ready])}
        />
      </Box>
      <Box marginTop="6">
        <Figures
          title={labels.byField}
          heads={['field', 'filled', 'empty']}
          rows={byField.map((one) => [fieldLabel(one.field), one.filled, pictures.length - one.filled])}
        />
      </Box>
      <chakra.p textStyle="hint" marginTop="4">
        {formatNumber(pictures.length)} pictures, as they stand with their drafts.
      </chakra.p>
    </Box>
  );
}
