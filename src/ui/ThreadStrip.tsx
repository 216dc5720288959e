'use client';

import { Box } from '@chakra-ui/react';
import { memo, type RefObject, useRef, useState } from 'react';
import type { Strip, StrokeState } from '@/core/threads/stroke';
import { threads } from '@/core/threads/threads';
import { Popover } from './Popover';
import { Stroke, StrokeSvg } from './strokes';

const stateWords: Readonly<Record<StrokeState, string>> = {
  solid: 'in the file',
  outlined: 'written here, not in the file yet',
  changed: 'changed here',
  broken: 'the file’s records disagree',
  foot: 'empty',
  none: 'does not apply to this picture',
};

const lefts = (() => {
  let x = 0;
  return threads.map((thread, index) => {
    if (index > 0) x += 5 + (thread.group === threads[index - 1]!.group ? 3 : 9);
    return x;
  });
})();

/** The strip alone, 73 × 14. Plain elements: a list shows thousands of them while it scrolls. */
export const StripDrawing = memo(function StripDrawing({ strip }: { strip: Strip }) {
  return (
    <svg className="thread-strip" viewBox="0 0 73 14" aria-hidden>
      {threads.map((thread, index) => (
        <Stroke key={thread.id} state={strip[thread.id]} x={lefts[index]!} />
      ))}
    </svg>
  );
});

/** The thread strip: eight strokes, one target of 24 px that opens its words. */
export function ThreadStrip({ strip, name }: { strip: Strip; name: string }) {
  const button = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  const closed = threads.filter(({ id }) => strip[id] === 'solid').length;
  return (
    <>
      <button
        ref={button}
        type="button"
        className="thread-strip-target"
        aria-haspopup="dialog"
        aria-expanded={open}
        aria-label={`Threads of ${name}: ${closed} of 8 in the file`}
        onClick={(event) => {
          event.stopPropagation();
          setOpen(!open);
        }}
      >
        <StripDrawing strip={strip} />
      </button>
      {open && <StripWords strip={strip} at={button} onClose={() => setOpen(false)} />}
    </>
  );
}

/** What each stroke says; there only while it is open. */
function StripWords({
  strip,
  at,
  onClose,
}: {
  strip: Strip;
  at: RefObject<HTMLButtonElement | null>;
  onClose: () => void;
}) {
  return (
    <Popover at={at} onClose={onClose}>
      <ThreadWords strip={strip} />
    </Popover>
  );
}

function ThreadWords({ strip }: { strip: Strip }) {
  return (
    <Box
      as="dl"
      display="grid"
      gridTemplateColumns="auto auto auto"
      columnGap="3"
      rowGap="1"
      alignItems="center"
    >
      {threads.map(({ id }) => (
        <Box key={id} display="contents">
          <StrokeSvg width="0.3125rem" viewBox="0 0 5 14" aria-hidden>
            <Stroke state={strip[id]} x={0} />
          </StrokeSvg>
          <Box as="dt" fontWeight="600">
            {id}
          </Box>
          <Box as="dd" color={strip[id] === 'broken' ? 'weldText' : 'soft'}>
            {stateWords[strip[id]]}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
