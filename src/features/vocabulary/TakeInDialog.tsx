'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useEffect } from 'react';
import { counted, formatNumber } from '@/core/wording/counts';
import type { TakenIn } from '@/server/operations/vocabulary/exchangeVocabulary';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { type Incoming, useTakeIn } from './useTakeIn';

/** What a file would bring: how much is new, some of it, and what is not taken. */
export function TakeInDialog({ incoming, onClose }: { incoming: Incoming; onClose: () => void }) {
  const { look, take } = useTakeIn();
  const { mutate } = look;
  useEffect(() => mutate(incoming), [mutate, incoming]);
  const found = look.data;
  const brings = found ? found.added + found.changed : 0;
  return (
    <Dialog
      title={take.isSuccess ? `Taken in: ${incoming.name}` : incoming.name}
      size="lg"
      onClose={onClose}
      leave={take.isSuccess ? 'Close' : 'Leave it'}
      acts={
        !take.isSuccess && (
          <Button
            type="button"
            data-autofocus
            fontWeight="600"
            disabled={brings === 0 || take.isPending}
            onClick={() => take.mutate(incoming)}
          >
            Take in {found ? counted(brings, 'term') : '…'}
          </Button>
        )
      }
    >
      {found ? <Brought found={found} /> : look.isPending && <Box color="soft">Reading …</Box>}
      <Notice kind="error">{(look.error ?? take.error)?.message}</Notice>
    </Dialog>
  );
}

function Brought({ found: { added, changed, same, examples, notTaken, notTakenCount } }: { found: TakenIn }) {
  return (
    <>
      <Box fontSize="body" paddingBottom="2">
        {[
          [added, 'new'],
          [changed, 'get more words'],
          [same, 'are here already'],
          [notTakenCount, 'to look at'],
        ]
          .filter(([count]) => count !== 0)
          .map(([count, words]) => `${formatNumber(Number(count))} ${words}`)
          .join(' · ') || 'It holds no terms.'}
      </Box>
      {notTaken.length > 0 && (
        <Box as="ul" listStyleType="none" fontSize="body" color="weldText" paddingBottom="3">
          {notTaken.map((words) => (
            <li key={words}>{words}</li>
          ))}
          {notTakenCount > notTaken.length && (
            <li>and {formatNumber(notTakenCount - notTaken.length)} more</li>
          )}
        </Box>
      )}
      <Box as="ul" listStyleType="none" maxHeight="22rem" overflowY="auto">
        {examples.map(({ spelling, broader, isNew, words }) => (
          <Box as="li" key={spelling} borderTopWidth="1px" paddingY="1" fontSize="body">
            {spelling}{' '}
            <chakra.span color="soft">
              {[broader && `under ${broader}`, words.join(', '), !isNew && 'is here, gets more words']
                .filter(Boolean)
                .join(' · ')}
            </chakra.span>
          </Box>
        ))}
      </Box>
      {added + changed > examples.length && (
        <Box textStyle="hint">and {formatNumber(added + changed - examples.length)} more</Box>
      )}
    </>
  );
}
