'use client';

import { Box } from '@chakra-ui/react';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { StatusAsk } from '../../templates/builders/StatusAsk';
import { labels } from '../words';
import type { WritingState } from './useWriting';

/** What is not saved, why, and what can be done about it. */
export function UnsavedNotice({ writing: { state, refused, write, dismiss } }: { writing: WritingState }) {
  if (!refused && state !== 'waiting') return null;
  const { act, message, code } = refused ?? {};
  const { writing } = act ?? {};
  const overwrite = () => {
    if (act && writing?.kind === 'caption') write(act.scope, { kind: 'caption', text: writing.text });
    dismiss();
  };
  if (act && code === 'gives-up-rights')
    return (
      <Box bg="weld" paddingX="2">
        <StatusAsk
          onNo={dismiss}
          onYes={() => {
            write(act.scope, act.writing, { confirmed: true });
            dismiss();
          }}
        />
      </Box>
    );
  return (
    <Notice
      kind="banner"
      display="flex"
      columnGap="5"
      flexWrap="wrap"
      css={{ '& button': { color: 'inherit' } }}
    >
      {refused ? (
        <>
          <span>Not saved: {message}</span>
          {code === 'caption-written-elsewhere' && writing?.kind === 'caption' && (
            <LinkButton type="button" onClick={overwrite}>
              Write “{cut(writing.text)}” anyway
            </LinkButton>
          )}
          <LinkButton type="button" onClick={dismiss}>
            {labels.leaveItAsItIs}
          </LinkButton>
        </>
      ) : (
        <span>
          Fabrica does not answer. What you wrote is kept in this browser and saved as soon as it does.
        </span>
      )}
    </Notice>
  );
}

const WORDS = 40;
const cut = (text: string) => (text.length > WORDS ? `${text.slice(0, WORDS)}…` : text);
