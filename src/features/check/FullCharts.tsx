'use client';

import { Box } from '@chakra-ui/react';
import { Bar, BarChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { Section } from '@/ui/Section';
import type { ThreadFullness, TimeFullness } from './fullness';

const colour = (name: string) => `var(--fabrica-colors-${name})`;
const text = { fill: colour('ink'), style: { fontSize: '0.75rem', fontFamily: 'inherit' } };
// All names side by side, on a narrow screen too.
const smaller = { ...text, style: { ...text.style, fontSize: 'min(0.75rem, 2.6vw)' } };
const box = { background: colour('leaf'), border: `1px solid ${colour('rule')}`, fontSize: '0.8125rem' };
// What is drawn in outline would be written in the colour of the ground.
const inInk = { color: colour('ink'), padding: 0 };

/** How full the set is by thread, and over the days it was taken on. The same figures are under it as tables. */
export function FullCharts({
  byThread,
  byTime,
}: {
  byThread: readonly ThreadFullness[];
  byTime: readonly TimeFullness[];
}) {
  return (
    <Box display="grid" gridTemplateColumns={{ base: '1fr', '2xl': '1fr 1fr' }} gap="8">
      <Section look="label" title="By thread: in the files, written here">
        <StackedBars
          data={byThread.map(({ thread, inFile, written }) => ({ at: thread, full: inFile, open: written }))}
          full="in the file"
          open="written here"
          outline="woad"
          namesAll
        />
      </Section>
      <Section look="label" title="By the day taken: ready, not ready">
        <StackedBars
          data={byTime.map(({ time, pictures, ready }) => ({
            at: time,
            full: ready,
            open: pictures - ready,
          }))}
          full="ready"
          open="not ready"
          outline="ink"
        />
      </Section>
    </Box>
  );
}

/** Of each bar the lower part is full, the upper one in outline. */
function StackedBars({
  data,
  full,
  open,
  outline,
  namesAll = false,
}: {
  data: { readonly at: string; readonly full: number; readonly open: number }[];
  full: string;
  open: string;
  outline: string;
  /** Whether every bar has its name under it; else as many as there is room for. */
  namesAll?: boolean;
}) {
  return (
    <ResponsiveContainer width="100%" height={190}>
      <BarChart data={data} margin={{ top: 8, right: 8, left: 0 }} accessibilityLayer>
        <XAxis
          dataKey="at"
          tick={namesAll ? smaller : text}
          tickLine={false}
          stroke={colour('rule')}
          minTickGap={12}
          {...(namesAll ? { interval: 0 } : {})}
        />
        <YAxis width="auto" tick={text} tickLine={false} stroke={colour('rule')} allowDecimals={false} />
        <Tooltip separator=": " contentStyle={box} itemStyle={inInk} cursor={{ fill: colour('wash') }} />
        <Bar dataKey="full" name={full} stackId="all" fill={colour('ink')} isAnimationActive={false} />
        <Bar
          dataKey="open"
          name={open}
          stackId="all"
          fill={colour('leaf')}
          stroke={colour(outline)}
          isAnimationActive={false}
        />
      </BarChart>
    </ResponsiveContainer>
  );
}
