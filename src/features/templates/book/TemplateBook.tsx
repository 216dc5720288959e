'use client';

import { Box } from '@chakra-ui/react';
import { useCallback, useMemo, useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import { withEarlier } from '@/core/templates/formerTexts';
import { healthOf } from '@/core/templates/health/health';
import type { Entry, Template } from '@/core/templates/template';
import type { TemplatePreview } from '@/server/operations/templates/templatePreview';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { isoCountries } from '../../fields/countries';
import { useShownFields } from '../../fields/useShownFields';
import { PageMain } from '../../shell/PageMain';
import { TopLine } from '../../shell/TopLine';
import { focusField, useBookKeys } from '../keys';
import { RightLeaf, type RightPage } from '../pages/RightLeaf';
import { AsPeopleSeeIt } from '../sample/AsPeopleSeeIt';
import { EmptySample } from '../sample/EmptySample';
import { SampleHead } from '../sample/SampleHead';
import { useTemplatePreview, useTrial } from '../sample/useTemplatePreview';
import { BookHead } from './BookHead';
import { BookTools } from './BookTools';
import { putEntries, wordsOf } from './bookState';
import { Keeping } from './Keeping';
import { Questions } from './Questions';
import { useBook } from './useBook';

interface Props {
  readonly template: ListedTemplate | undefined;
  readonly preview: TemplatePreview;
  /** The assignment that it is made or mended for: one goes back there, and it is in force. */
  readonly madeFor?: { readonly id: string; readonly name: string } | undefined;
}

/** The open book: entries by the question they answer, and what they make of a real picture. */
export function TemplateBook({ template: initial, preview: firstBench, madeFor }: Props) {
  const page = useBook(initial);
  const { book, template, write } = page;
  const words = useMemo(() => wordsOf(book), [book]);
  const { preview, setAssignmentId, find, setFind } = useTemplatePreview(firstBench, words.entries);
  const [pictureId, setPictureId] = useState<string>();
  const [right, setRight] = useState<RightPage>('sample');
  const shown = useShownFields('fabrica:fields');
  const written = useMemo<Template>(
    () => ({
      id: template?.id ?? 'this',
      name: words.name || 'this template',
      kind: words.kind,
      version: template?.version ?? 0,
      entries: words.entries,
      // What the saved version says becomes former words when the page is saved.
      formerTexts: withEarlier(template?.formerTexts, template?.entries ?? []),
    }),
    [template, words],
  );
  const trial = useTrial(written, preview, pictureId);
  const advice = useMemo(
    () => healthOf(words, { ...preview.known, countries: isoCountries }),
    [words, preview.known],
  );
  const put = useCallback((made: readonly Entry[]) => write((before) => putEntries(before, made)), [write]);
  const open = useCallback(
    (id: FieldId) => {
      shown.open(id);
      focusField(id);
    },
    [shown],
  );
  useBookKeys(page);
  return (
    <>
      <TopLine
        place={madeFor ? `For ${madeFor.name}` : 'Templates'}
        placeHref={madeFor ? `/assignments/${madeFor.id}/bring-in` : '/templates'}
      >
        <Keeping page={page} words={words} madeFor={madeFor} />
      </TopLine>
      <PageMain
        title="Template"
        minHeight="calc(100dvh - 3.0625rem)"
        display="flex"
        flexDirection="column"
        position="relative"
        background={{
          base: undefined,
          lg: 'linear-gradient(to right, transparent 50%, var(--fabrica-colors-rule) 50%, var(--fabrica-colors-rule) calc(50% + 1px), var(--fabrica-colors-leaf) calc(50% + 1px))',
        }}
      >
        <Box display="grid" gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}>
          <Box>
            <BookHead book={book} entries={words.entries} write={write} isNew={!initial} />
            <BookTools shown={shown} onFind={open} />
          </Box>
          <SampleHead
            right={right}
            onTurn={setRight}
            advice={advice.length}
            trial={trial}
            preview={preview}
            find={find}
            onFind={setFind}
            onAssignment={setAssignmentId}
            onPicture={setPictureId}
            empty={words.entries.length === 0}
          />
        </Box>
        <Questions
          book={book}
          write={write}
          put={put}
          onOpen={open}
          shown={shown}
          trial={trial}
          preview={preview}
          aside={right !== 'sample'}
        />
        {right === 'sample' ? (
          <>
            {words.entries.length === 0 && (
              <EmptySample picture={trial.picture} hasFile={preview.samples.length > 0} />
            )}
            <AsPeopleSeeIt sample={trial.sample} />
          </>
        ) : (
          <RightLeaf
            page={right}
            advice={advice}
            template={template}
            words={words}
            changed={page.changed}
            trial={trial}
            onRepair={(entries) => write((before) => putEntries({ ...before, entries: {} }, entries))}
            onOpenField={open}
            onReopen={page.reopen}
          />
        )}
      </PageMain>
    </>
  );
}
