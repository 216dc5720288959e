'use client';

import { Box } from '@chakra-ui/react';
import { useCallback, useMemo, useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import type { Structure } from '@/core/catalogue/value';
import type { Entry, Rule } from '@/core/templates/template';
import type { TemplatePreview } from '@/server/operations/templates/templatePreview';
import { valueWords } from '@/ui/valueWords';
import type { ShownFields } from '../../fields/useShownFields';
import { StatusAsk } from '../builders/StatusAsk';
import { BookLine } from '../lines/BookLine';
import { knowsPlaceholder, offeredPlaceholders } from '../offered';
import type { useTrial } from '../sample/useTemplatePreview';
import { type Book, linesByQuestion, putStructures, typeIn, withRule } from './bookState';
import { QuestionHead } from './QuestionHead';

interface Props {
  readonly book: Book;
  readonly write: (change: (before: Book) => Book) => void;
  readonly put: (made: readonly Entry[]) => void;
  readonly onOpen: (id: FieldId) => void;
  readonly shown: ShownFields;
  readonly trial: ReturnType<typeof useTrial>;
  readonly preview: TemplatePreview;
  /** The right page shows something else than the sample. */
  readonly aside: boolean;
}

/** The lines of the book under their questions, each beside its result. */
export function Questions({ book, write, put, onOpen, shown, trial, preview, aside }: Props) {
  const { sample, picture } = trial;
  const [publicDomain, setPublicDomain] = useState(false);
  // Which lines there are depends on the fields alone, not on what is typed in them.
  const present = Object.keys(book.entries).join();
  const questions = useMemo(
    () => linesByQuestion(book, shown.need, shown.opened, shown.own),
    [present, shown.need, shown.opened, shown.own],
  );
  const offered = useMemo(
    () => offeredPlaceholders(picture.context, picture.values, preview.identities),
    [picture, preview.identities],
  );
  const isKnown = useMemo(
    () => knowsPlaceholder(Object.keys(picture.context.facts), preview.identities),
    [picture, preview.identities],
  );
  const type = useCallback(
    (id: FieldId, typed: string) => {
      if (id === 'rightsStatus') setPublicDomain(typed === 'public-domain');
      if (id !== 'rightsStatus' || typed !== 'public-domain') write((before) => typeIn(before, id, typed));
    },
    [write],
  );
  const structures = useCallback(
    (id: FieldId, items: readonly Structure[]) => write((before) => putStructures(before, id, items)),
    [write],
  );
  const rule = useCallback(
    (id: FieldId, chosen: Rule) => write((before) => withRule(before, id, chosen)),
    [write],
  );
  const missingIn = (id: FieldId) =>
    Math.max(0, ...preview.missing.filter((one) => one.field === id).map((one) => one.pictures));
  const ask = (
    <StatusAsk
      onNo={() => setPublicDomain(false)}
      onYes={() => {
        setPublicDomain(false);
        write((before) => typeIn(before, 'rightsStatus', 'public-domain'));
      }}
    />
  );
  return questions.map(({ question, title, lines, possible }) => (
    <Box as="section" key={question} marginTop="3">
      <QuestionHead
        question={question}
        title={title}
        possible={possible}
        book={book}
        put={put}
        onOpen={onOpen}
        values={sample.after}
        identities={preview.identities}
      >
        {lines.map((id) => (
          <BookLine
            key={id}
            id={id}
            entry={book.entries[id]}
            sample={sample.lines.get(id)}
            present={valueWords(id, picture.values[id])}
            missingIn={missingIn(id)}
            alone={!aside}
            offered={offered}
            isKnown={isKnown}
            onType={type}
            onStructures={structures}
            onRule={rule}
            put={put}
            asking={id === 'rightsStatus' && publicDomain ? ask : undefined}
          />
        ))}
      </QuestionHead>
    </Box>
  ));
}
