'use client';

import { Flex } from '@chakra-ui/react';
import { WordAct } from '@/ui/acts';
import type { WritingState } from './useWriting';

/** What is not saved, why, and what can be done about it. */
export function Unsaved({ writing: { state, refused, write, dismiss } }: { writing: WritingState }) {
  if (!refused && state !== 'waiting') return null;
  const { act, message, isConflict } = refused ?? {};
  const { writing } = act ?? {};
  const overwrite = () => {
    if (act && writing?.kind === 'caption') write(act.scope, { kind: 'caption', text: writing.text });
    dismiss();
  };
  return (
    <Flex
      role="alert"
      bg="weld"
      color="#2B2722"
      paddingX="5"
      paddingY="1.5"
      fontSize="0.875rem"
      columnGap="5"
      wrap="wrap"
      css={{ '& button': { color: 'inherit' } }}
    >
      {refused ? (
        <>
          <span>Not saved: {message}</span>
          {isConflict && writing?.kind === 'caption' && (
            <WordAct type="button" onClick={overwrite}>
              Write “{cut(writing.text)}” all the same
            </WordAct>
          )}
          <WordAct type="button" onClick={dismiss}>
            Leave it as it is
          </WordAct>
        </>
      ) : (
        <span>
          Fabrica does not answer. What you wrote is kept in this browser and saved as soon as it does.
        </span>
      )}
    </Flex>
  );
}

const WORDS = 40;
const cut = (text: string) => (text.length > WORDS ? `${text.slice(0, WORDS)}…` : text);
