'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useId, useMemo } from 'react';
import { conditionOf, conditionText } from '@/core/search/condition';
import { type MonthCount, timelineOf } from '@/core/search/timeline';
import { counted } from '@/core/wording/counts';
import { LinkButton } from '@/ui/buttons';
import { Select } from '@/ui/inputs';
import { labels } from './words';

const TimelineChart = dynamic(() => import('./TimelineChart').then((one) => one.TimelineChart), {
  ssr: false,
});

/** When the found pictures were taken; a part of it narrows the result. */
export function TimelineView({
  months,
  where,
  onChange,
}: {
  months: readonly MonthCount[];
  where: readonly string[];
  onChange: (where: readonly string[]) => void;
}) {
  const { by, bars, withoutMonth } = useMemo(() => timelineOf(months), [months]);
  const others = where.filter((one) => conditionOf(one)?.kind !== 'taken');
  const isNarrowed = others.length < where.length;
  const narrow = (from: string, to: string) =>
    onChange([...others, conditionText({ kind: 'taken', from, to })]);
  if (bars.length < 2 && !isNarrowed) return null;
  return (
    <Box as="section" aria-label={labels.timeline} marginBottom="4" flex="1 1 20rem" minWidth="0">
      {bars.length > 1 && <TimelineChart bars={bars} onNarrow={narrow} />}
      <Flex textStyle="hint" columnGap="4" rowGap="1" wrap="wrap" alignItems="baseline">
        {bars.length > 1 && <Ends periods={bars.map(({ period }) => period)} onNarrow={narrow} />}
        {by === 'month' && withoutMonth > 0 && (
          <span>{counted(withoutMonth, 'picture')} without a month.</span>
        )}
        {isNarrowed && (
          <LinkButton type="button" onClick={() => onChange(others)}>
            {labels.wholeTime}
          </LinkButton>
        )}
      </Flex>
    </Box>
  );
}

/** The same by keyboard: from one bar to another. */
function Ends({
  periods,
  onNarrow,
}: {
  periods: readonly string[];
  onNarrow: (from: string, to: string) => void;
}) {
  const id = useId();
  const [first, last] = [periods[0]!, periods.at(-1)!];
  const choice = (label: string, value: string, onChange: (period: string) => void) => (
    <Flex gap="2" alignItems="baseline">
      <chakra.label htmlFor={`${id}${label}`}>{label}</chakra.label>
      <Select id={`${id}${label}`} value={value} onChange={(event) => onChange(event.target.value)}>
        {periods.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </Select>
    </Flex>
  );
  return (
    <>
      {choice(labels.takenFrom, first, (from) => onNarrow(from, last))}
      {choice(labels.takenTo, last, (to) => onNarrow(first, to))}
    </>
  );
}
