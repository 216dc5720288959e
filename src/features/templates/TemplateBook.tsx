'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { stripOf } from '@/core/threads/stroke';
import type { ListedTemplate } from '@/server/operations/templates';
import { Choice, Plain, WordAct } from '@/ui/acts';
import { ask } from '@/ui/api';
import { StripDrawing } from '@/ui/ThreadStrip';
import { TopLine } from '../shell/TopLine';
import { AsPeopleSeeIt } from './AsPeopleSeeIt';
import { BookLine } from './BookLine';
import { entriesOf, linesByQuestion, type Need, typeIn, withRule } from './bookState';
import { builtInSample, type SamplePicture, sampleOf } from './sample';
import { supplied } from './supplied';
import { useBook } from './useBook';

interface Props {
  readonly template: ListedTemplate | undefined;
  readonly samples: readonly SamplePicture[];
  readonly facts: readonly string[];
  readonly today: string;
}

/** The open book: entries by the question they answer, and what they make of a real picture. */
export function TemplateBook({ template, samples, facts, today }: Props) {
  const { book, write, changed, restored, forget, goBack } = useBook(template);
  const [need, setNeed] = useState<Need>('usual');
  const pictures = samples.length > 0 ? samples : [builtInSample(today)];
  const [sampleId, setSampleId] = useState(pictures[0]!.id);
  const picture = pictures.find((one) => one.id === sampleId) ?? pictures[0]!;
  const entries = entriesOf(book);
  const sample = sampleOf(entries, picture);
  return (
    <>
      <TopLine place="Templates" placeHref="/templates">
        <Keeping
          template={template}
          text={{ name: book.name, kind: book.kind, entries }}
          changed={changed}
          onKept={forget}
        />
      </TopLine>
      {restored && (
        <Box bg="weld" color="#2B2722" paddingX="8" paddingY="1" fontSize="0.875rem">
          Your changes from last time are on the page, not yet kept as a version.{' '}
          <WordAct type="button" color="inherit" onClick={goBack}>
            Go back to version {template?.version ?? 0}
          </WordAct>
        </Box>
      )}
      <Box
        as="main"
        minHeight="calc(100dvh - 3.0625rem)"
        display="flex"
        flexDirection="column"
        background={{
          base: undefined,
          lg: 'linear-gradient(to right, transparent 50%, var(--fabrica-colors-rule) 50%, var(--fabrica-colors-rule) calc(50% + 1px), var(--fabrica-colors-leaf) calc(50% + 1px))',
        }}
      >
        <Box display="grid" gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}>
          <Flex paddingX={{ base: 5, lg: 8 }} paddingY="3" gap="4" alignItems="center" wrap="wrap">
            <chakra.input
              aria-label="Name of the template"
              value={book.name}
              onChange={(event) => write({ ...book, name: event.target.value })}
              placeholder="Name this template"
              autoFocus={!template}
              fontFamily="heading"
              fontSize="1.5625rem"
              fontWeight="600"
              bg="transparent"
              flex="1"
              minWidth="8em"
              borderBottomWidth="1px"
              borderColor={book.name ? 'transparent' : 'rule'}
            />
            <StripDrawing strip={stripOf({ file: {}, drafts: supplied(entries) })} />
          </Flex>
          <Flex
            paddingX={{ base: 5, lg: 8 }}
            paddingY="3"
            gap="3"
            alignItems="baseline"
            wrap="wrap"
            bg="leaf"
            borderLeftWidth={{ base: 0, lg: '1px' }}
            borderColor="rule"
          >
            <chakra.span fontFamily="heading" fontSize="1.125rem" fontWeight="600">
              Sample
            </chakra.span>
            <Choice
              aria-label="Picture of the sample"
              value={picture.id}
              onChange={(event) => setSampleId(event.target.value)}
              maxWidth="18em"
            >
              {pictures.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </Choice>
            {entries.length === 0 && (
              <chakra.span fontSize="0.875rem" color="soft" flexBasis="100%">
                What you type at the left stands here as this picture will carry it.
              </chakra.span>
            )}
          </Flex>
        </Box>
        <Flex
          paddingX={{ base: 5, lg: 8 }}
          gap="5"
          fontSize="0.8125rem"
          color="soft"
          maxWidth={{ lg: '50%' }}
          wrap="wrap"
        >
          <chakra.label>
            This is{' '}
            <Choice
              value={book.kind}
              onChange={(event) => write({ ...book, kind: event.target.value as 'standing' | 'job' })}
              fontSize="0.8125rem"
              height="1.5rem"
            >
              <option value="standing">standing: for every picture</option>
              <option value="job">for one job</option>
            </Choice>
          </chakra.label>
          <chakra.label>
            Show{' '}
            <Choice
              value={need}
              onChange={(event) => setNeed(event.target.value as Need)}
              fontSize="0.8125rem"
              height="1.5rem"
            >
              <option value="few">few fields</option>
              <option value="usual">the usual fields</option>
              <option value="all">all fields</option>
            </Choice>
          </chakra.label>
        </Flex>
        {linesByQuestion(book, need).map(({ question, title, lines }) => (
          <Box as="section" key={question} marginTop="3">
            <Box display="grid" gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}>
              <Box
                as="h2"
                fontFamily="heading"
                fontSize="0.9375rem"
                fontWeight="600"
                color="woad"
                paddingX={{ base: 5, lg: 8 }}
                borderBottomWidth="1px"
                marginBottom="1"
              >
                {title}
              </Box>
            </Box>
            {lines.map((id) => (
              <BookLine
                key={id}
                id={id}
                entry={book.entries[id]}
                sample={sample.lines.get(id)}
                facts={facts}
                onType={(typed) => write(typeIn(book, id, typed))}
                onRule={(rule) => write(withRule(book, id, rule))}
              />
            ))}
          </Box>
        ))}
        <AsPeopleSeeIt sample={sample} />
      </Box>
    </>
  );
}

function Keeping({
  template,
  text,
  changed,
  onKept,
}: {
  template: ListedTemplate | undefined;
  text: { name: string; kind: string; entries: ReturnType<typeof entriesOf> };
  changed: boolean;
  onKept: () => void;
}) {
  const router = useRouter();
  const { mutate, isPending, error } = useMutation({
    mutationFn: () =>
      template
        ? ask<ListedTemplate>(`templates/${template.id}`, 'PUT', { ...text, baseVersion: template.version })
        : ask<ListedTemplate>('templates', 'POST', text),
    onSuccess: ({ id }) => {
      onKept();
      if (template) router.refresh();
      else router.replace(`/templates/${id}`);
    },
  });
  return (
    <>
      <chakra.span role="status" fontSize="0.8125rem" color={error ? 'weldText' : 'soft'}>
        {error?.message ?? (changed ? 'changes on the page' : template ? `version ${template.version}` : '')}
      </chakra.span>
      <Plain
        type="button"
        disabled={!changed || isPending || text.name.trim() === ''}
        onClick={() => mutate()}
      >
        {template ? `Keep as version ${template.version + 1}` : 'Keep the template'}
      </Plain>
    </>
  );
}
