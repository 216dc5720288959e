'use client';

import { Box } from '@chakra-ui/react';
import { Bar, BarChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { Section } from '@/ui/Section';
import type { ThreadFullness, TimeFullness } from './fullness';

const colour = (name: string) => `var(--fabrica-colors-${name})`;
const text = { fill: colour('ink'), fontSize: '0.8125rem', fontFamily: 'inherit' };
const box = { background: colour('leaf'), border: `1px solid ${colour('rule')}` };

/** How full the set is by thread, and over the days it was taken on. The same figures stand under it as tables. */
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
        <ResponsiveContainer width="100%" height={190}>
          <BarChart data={[...byThread]} margin={{ top: 8, right: 8, left: 0 }} accessibilityLayer>
            <XAxis dataKey="thread" tick={text} tickLine={false} stroke={colour('rule')} interval={0} />
            <YAxis width="auto" tick={text} tickLine={false} stroke={colour('rule')} allowDecimals={false} />
            <Tooltip contentStyle={box} cursor={{ fill: colour('wash') }} />
            <Bar
              dataKey="inFile"
              name="in the file"
              stackId="all"
              fill={colour('ink')}
              isAnimationActive={false}
            />
            <Bar
              dataKey="written"
              name="written here"
              stackId="all"
              fill={colour('leaf')}
              stroke={colour('woad')}
              isAnimationActive={false}
            />
          </BarChart>
        </ResponsiveContainer>
      </Section>
      <Section look="label" title="By the day taken: ready, not ready">
        <ResponsiveContainer width="100%" height={190}>
          <BarChart
            data={byTime.map((one) => ({ ...one, open: one.pictures - one.ready }))}
            margin={{ top: 8, right: 8, left: 0 }}
            accessibilityLayer
          >
            <XAxis dataKey="time" tick={text} tickLine={false} stroke={colour('rule')} minTickGap={12} />
            <YAxis width="auto" tick={text} tickLine={false} stroke={colour('rule')} allowDecimals={false} />
            <Tooltip contentStyle={box} cursor={{ fill: colour('wash') }} />
            <Bar dataKey="ready" name="ready" stackId="all" fill={colour('ink')} isAnimationActive={false} />
            <Bar
              dataKey="open"
              name="not ready"
              stackId="all"
              fill={colour('leaf')}
              stroke={colour('ink')}
              isAnimationActive={false}
            />
          </BarChart>
        </ResponsiveContainer>
      </Section>
    </Box>
  );
}
