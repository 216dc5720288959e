'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import type { FieldChanges, Writing } from '@/server/operations/drafts/writing';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { valueWords } from '@/ui/valueWords';
import { StatusAsk } from '../../templates/builders/StatusAsk';
import type { WritingState } from '../store/useWriting';
import { labels } from '../words';

/** What is not saved, why, and what can be done about it. */
export function UnsavedNotice({ writing: { state, refused, retry, discard } }: { writing: WritingState }) {
  if (!refused && state !== 'waiting') return null;
  const { message, code } = refused?.refusal ?? {};
  const { writing } = refused ?? {};
  if (refused && code === 'gives-up-rights')
    return (
      <Box bg="weld" paddingX="2">
        <StatusAsk onNo={() => discard(refused.key)} onYes={() => retry(refused, { confirmed: true })} />
      </Box>
    );
  const isOlder = writing?.kind === 'caption' && code === 'caption-written-elsewhere';
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
          {isOlder ? (
            <LinkButton type="button" onClick={() => retry(refused, { writing: overTheirs(writing) })}>
              Write “{cut(writing.text)}” anyway
            </LinkButton>
          ) : (
            <LinkButton type="button" onClick={() => retry(refused)}>
              {labels.tryAgain}
            </LinkButton>
          )}
          <LinkButton type="button" onClick={() => discard(refused.key)}>
            {labels.discardWhatWasNotSaved}
          </LinkButton>
          <NotSaved key={refused.key} text={typedText(refused.writing)} />
        </>
      ) : (
        <span>
          Fabrica does not answer. What you wrote is kept in this browser and saved as soon as it does.
        </span>
      )}
    </Notice>
  );
}

const overTheirs = ({ met: _, ...writing }: Writing & { kind: 'caption' }): Writing => writing;

/** The refused text itself, to read and to copy. */
function NotSaved({ text }: { text: string }) {
  const [isCopied, setIsCopied] = useState(false);
  if (text === '') return null;
  return (
    <>
      <LinkButton
        type="button"
        onClick={() => void navigator.clipboard.writeText(text).then(() => setIsCopied(true))}
      >
        {labels.copyTheText}
      </LinkButton>
      <span role="status">{isCopied ? 'copied' : ''}</span>
      <chakra.textarea
        readOnly
        aria-label={labels.textThatWasNotSaved}
        rows={2}
        width="100%"
        bg="leaf"
        color="ink"
        paddingX="2"
        paddingY="1"
        value={text}
        onFocus={(event) => event.currentTarget.select()}
      />
    </>
  );
}

/** What a person typed for an act, as text. */
function typedText(writing: Writing): string {
  switch (writing.kind) {
    case 'set':
      return valueWords(writing.field, writing.value);
    case 'set-fields':
      return linesOf(writing.values);
    case 'cells':
      return writing.rows.map(({ values }) => linesOf(values)).join('\n');
    case 'caption':
    case 'compose':
      return writing.text;
    case 'add-keywords':
    case 'add-people':
      return writing.terms.join(', ');
    case 'replace-keywords':
      return writing.to.join(', ');
    default:
      return '';
  }
}

const linesOf = (values: FieldChanges) =>
  Object.entries(values)
    .map(([field, value]) => valueWords(field as FieldId, value))
    .filter(Boolean)
    .join('\n');

const WORDS = 40;
const cut = (text: string) => (text.length > WORDS ? `${text.slice(0, WORDS)}…` : text);
