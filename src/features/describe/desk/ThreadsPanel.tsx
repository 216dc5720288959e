'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { Scope } from '@/core/drafts/scope';
import { type ThreadId, threads } from '@/core/threads/threads';
import { formatNumber } from '@/core/wording/counts';
import type { Desk } from '@/server/operations/photos/selectionValues';
import type { Write } from '../store/useWriting';
import { labels } from '../words';

/** Threads that these pictures do without: nothing is written, and nothing is missed there any more. */
export function ThreadsPanel({
  scope,
  count,
  desk,
  write,
}: {
  scope: Scope;
  count: number;
  desk: Desk | undefined;
  write: Write;
}) {
  // A press is shown until the desk confirms it: an answer that was on its way before the press still has the former state.
  const [pressed, setPressed] = useState<{ readonly [K in ThreadId]?: boolean }>({});
  useEffect(() => {
    const isConfirmed = (id: ThreadId, on: boolean) => ((desk?.notApplicable[id] ?? 0) === count) === on;
    setPressed((before) =>
      Object.fromEntries(Object.entries(before).filter(([id, on]) => !isConfirmed(id as ThreadId, on))),
    );
  }, [desk, count]);
  // Another selection has presses of its own.
  useEffect(() => setPressed({}), [scope]);
  return (
    <Box paddingBottom="3" fontSize="body">
      <Box textStyle="hint">
        A thread that does not apply to {count === 1 ? 'this picture' : 'these pictures'} is not counted as
        lacking. Nothing is written into any field.
      </Box>
      <Flex gap="5" wrap="wrap" paddingTop="1">
        {threads.map(({ id }) => {
          const on = desk?.notApplicable[id] ?? 0;
          return (
            <chakra.label key={id} display="flex" gap="1.5" alignItems="center" minHeight="6">
              <input
                type="checkbox"
                checked={pressed[id] ?? on === count}
                ref={(box) => {
                  if (box) box.indeterminate = pressed[id] === undefined && on > 0 && on < count;
                }}
                onChange={(event) => {
                  setPressed({ ...pressed, [id]: event.target.checked });
                  write(scope, { kind: 'does-not-apply', thread: id, applies: !event.target.checked });
                }}
              />
              {id} {labels.doesNotApply}
              {on > 0 && on < count && (
                <chakra.span color="soft">
                  {formatNumber(on)} of {formatNumber(count)}
                </chakra.span>
              )}
            </chakra.label>
          );
        })}
      </Flex>
    </Box>
  );
}
