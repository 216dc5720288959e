'use client';

import { Box } from '@chakra-ui/react';
import {
  Bar,
  BarChart,
  LabelList,
  Line,
  LineChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { VocabularyFigures } from '@/core/keywords/vocabulary/growth';
import { counted } from '@/core/wording/counts';
import { Section } from '@/ui/Section';

const colour = (name: string) => `var(--fabrica-colors-${name})`;
const text = { fill: colour('ink'), fontSize: '0.8125rem', fontFamily: 'inherit' };
const ROW = 26;

/** The most usual terms as bars, and the growth of the vocabulary as a line. Their figures are beside them as text. */
export function UseCharts({ figures: { most, growth } }: { figures: VocabularyFigures }) {
  return (
    <Box display="grid" gridTemplateColumns={{ base: '1fr', lg: '3fr 2fr' }} columnGap="10" rowGap="6">
      <Section look="label" title="On most pictures">
        <ResponsiveContainer width="100%" height={most.length * ROW + 8}>
          <BarChart data={[...most]} layout="vertical" margin={{ right: 48 }} accessibilityLayer>
            <XAxis type="number" hide />
            <YAxis
              type="category"
              dataKey="spelling"
              width={160}
              tick={text}
              tickLine={false}
              axisLine={false}
              interval={0}
            />
            <Bar dataKey="pictures" fill={colour('woad')} barSize={12} isAnimationActive={false}>
              <LabelList dataKey="pictures" position="right" style={text} />
            </Bar>
          </BarChart>
        </ResponsiveContainer>
      </Section>
      <Section look="label" title="Terms, month by month">
        <ResponsiveContainer width="100%" height={220}>
          <LineChart data={[...growth]} margin={{ top: 12, right: 24 }} accessibilityLayer>
            <XAxis dataKey="month" tick={text} tickLine={false} stroke={colour('rule')} />
            <YAxis width="auto" tick={text} tickLine={false} stroke={colour('rule')} allowDecimals={false} />
            <Tooltip
              formatter={(terms) => [counted(Number(terms), 'term'), '']}
              separator=""
              contentStyle={{ background: colour('leaf'), border: `1px solid ${colour('rule')}` }}
            />
            <Line
              dataKey="terms"
              stroke={colour('woad')}
              strokeWidth={2}
              dot={{ r: 3, fill: colour('woad') }}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </Section>
    </Box>
  );
}
