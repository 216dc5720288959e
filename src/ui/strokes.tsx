'use client';

import { chakra } from '@chakra-ui/react';
import type { StrokeCounts, StrokeState } from '@/core/threads/stroke';

/** One stroke of the thread strip: 5 × 14, its meaning in its shape. `x` is its left edge. */
export function Stroke({ state, x }: { state: StrokeState; x: number }) {
  switch (state) {
    case 'solid':
      return <rect x={x} y={0} width={5} height={14} fill="currentColor" />;
    case 'outlined':
      return <Outline x={x} />;
    case 'changed':
      return (
        <>
          <Outline x={x} />
          <rect x={x} y={7} width={5} height={7} fill="currentColor" />
        </>
      );
    case 'broken':
      return (
        <>
          <rect x={x + 0.5} y={0.5} width={4} height={4} fill="var(--sign)" stroke="currentColor" />
          <rect x={x + 0.5} y={9.5} width={4} height={4} fill="var(--sign)" stroke="currentColor" />
        </>
      );
    case 'foot':
      return <rect x={x} y={12.5} width={5} height={1.5} fill="currentColor" opacity={0.75} />;
    case 'none':
      return null;
  }
}

function Outline({ x }: { x: number }) {
  return (
    <rect
      x={x + 0.75}
      y={0.75}
      width={3.5}
      height={12.5}
      fill="none"
      stroke="var(--draft)"
      strokeWidth={1.5}
    />
  );
}

/** One stroke by itself. */
export function SingleStroke({ state }: { state: StrokeState }) {
  return (
    <StrokeSvg width="0.3125rem" viewBox="0 0 5 14">
      <Stroke state={state} x={0} />
    </StrokeSvg>
  );
}

/** A group's stroke: solid share from below, outlined share above it, a notch for broken. */
export function GroupStroke({ counts }: { counts: StrokeCounts }) {
  // Where a thread does not apply, there is nothing to close.
  const total = Object.values(counts).reduce((sum, one) => sum + one, 0) - counts.none;
  const share = (count: number) =>
    total === 0 || count === 0
      ? 0
      : Math.min(Math.max((count / total) * 12, 1.5), count === total ? 12 : 10.5);
  const inFile = share(counts.solid + counts.changed + counts.broken);
  const drafted = Math.min(share(counts.outlined), 12 - inFile);
  return (
    <StrokeSvg width="0.5rem" viewBox="0 0 8 14">
      <rect x={0.5} y={0.5} width={7} height={13} fill="none" stroke="currentColor" opacity={0.55} />
      <rect x={1} y={13 - inFile} width={6} height={inFile} fill="currentColor" />
      {drafted > 0 && (
        <rect
          x={1.75}
          y={13 - inFile - drafted}
          width={4.5}
          height={Math.max(drafted - 0.5, 1)}
          fill="none"
          stroke="var(--draft)"
          strokeWidth={1.5}
        />
      )}
      {counts.broken > 0 && (
        <rect
          x={0.5}
          y={5}
          width={7}
          height={4}
          fill="var(--sign)"
          stroke="currentColor"
          strokeWidth={0.75}
        />
      )}
    </StrokeSvg>
  );
}

export const StrokeSvg = chakra('svg', {
  base: {
    height: '0.875rem',
    color: 'ink',
    flexShrink: 0,
    '--draft': 'colors.woad',
    '--sign': 'colors.weld',
  },
});
