'use client';

import { Box } from '@chakra-ui/react';
import { type PointerEvent, useRef, useState } from 'react';
import { Bar, BarChart, ReferenceArea, ResponsiveContainer, Tooltip, XAxis } from 'recharts';
import type { Timeline } from '@/core/search/timeline';
import { counted } from '@/core/wording/counts';

const colour = (name: string) => `var(--fabrica-colors-${name})`;
const text = { fill: colour('ink'), fontSize: '0.8125rem', fontFamily: 'inherit' };
const HEIGHT = 84;
const MARGIN = 4;

/** The places of two bars, the one that was pressed first. */
type Dragged = readonly [pressed: number, at: number];

/** Bars of a timeline. A click on one, or a drag over several, narrows the result to them. */
export function TimelineChart({
  bars,
  onNarrow,
}: {
  bars: Timeline['bars'];
  onNarrow: (from: string, to: string) => void;
}) {
  const [dragged, show] = useState<Dragged>();
  const now = useRef<Dragged>(undefined);
  const drag = (next: Dragged | undefined) => {
    now.current = next;
    show(next);
  };
  const barAt = ({ currentTarget, clientX }: PointerEvent) => {
    const { left, width } = currentTarget.getBoundingClientRect();
    const share = (clientX - left - MARGIN) / (width - 2 * MARGIN);
    return Math.min(bars.length - 1, Math.max(0, Math.floor(share * bars.length)));
  };
  const ends = dragged && [Math.min(...dragged), Math.max(...dragged)].map((at) => bars[at]!.period);
  return (
    <Box
      userSelect="none"
      touchAction="pan-y"
      cursor="pointer"
      height={`${HEIGHT}px`}
      data-control="narrow by time"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        const at = barAt(event);
        drag([at, at]);
      }}
      onPointerMove={(event) => now.current && drag([now.current[0], barAt(event)])}
      onPointerCancel={() => drag(undefined)}
      onPointerUp={() => {
        const ended = now.current;
        drag(undefined);
        if (ended) onNarrow(bars[Math.min(...ended)]!.period, bars[Math.max(...ended)]!.period);
      }}
    >
      <ResponsiveContainer width="100%" height={HEIGHT}>
        <BarChart
          data={[...bars]}
          margin={{ top: MARGIN, right: MARGIN, left: MARGIN }}
          accessibilityLayer={false}
        >
          <XAxis dataKey="period" tick={text} tickLine={false} stroke={colour('rule')} minTickGap={16} />
          <Tooltip
            formatter={(pictures) => [counted(Number(pictures), 'picture'), '']}
            separator=""
            cursor={{ fill: colour('wash') }}
            contentStyle={{ background: colour('leaf'), border: `1px solid ${colour('rule')}` }}
          />
          <Bar
            dataKey="pictures"
            fill={colour('woad')}
            minPointSize={1}
            maxBarSize={28}
            isAnimationActive={false}
          />
          {ends && <ReferenceArea x1={ends[0]!} x2={ends[1]!} fill={colour('woad')} fillOpacity={0.25} />}
        </BarChart>
      </ResponsiveContainer>
    </Box>
  );
}
