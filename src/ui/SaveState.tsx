'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { LinkButton } from './buttons';
import type { AutoSave } from './useAutoSave';
import { labels as uiLabels } from './words';

const words = { saved: 'saved', saving: 'saving …', waiting: 'not saved yet: ' } as const;

/** What became of what was typed: saved, waiting, refused with the reason, or a choice between two windows. */
export function SaveState({
  of: { state, message, isConflict, keepMine, takeTheirs },
}: {
  of: Pick<AutoSave<unknown>, 'state' | 'message' | 'isConflict' | 'keepMine' | 'takeTheirs'>;
}) {
  const isFine = state === 'saved' || state === 'saving';
  return (
    <Flex gap="4" rowGap="1" wrap="wrap" fontSize="small" alignItems="center">
      <chakra.span role="status" color={isFine ? 'soft' : 'weldText'}>
        {state === 'refused' ? message : `${words[state]}${state === 'waiting' ? (message ?? '') : ''}`}
      </chakra.span>
      {isConflict && (
        <>
          <LinkButton type="button" onClick={keepMine}>
            {uiLabels.saveMine}
          </LinkButton>
          <LinkButton type="button" onClick={takeTheirs}>
            Take the other
          </LinkButton>
        </>
      )}
    </Flex>
  );
}
