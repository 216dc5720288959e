'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { starterNames } from '@/core/keywords/starters';
import { counted } from '@/core/wording/counts';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { TakeInDialog } from './TakeInDialog';
import { acceptedFiles, type Incoming, kindOfFile } from './useTakeIn';
import type { TermMap } from './useVocabulary';

const outs = [
  ['text', 'Indented text', 'a tab a level, one term a line: the words and their order, nothing else'],
  ['csv', 'CSV', 'a row a term: synonyms, languages, broader term and note in columns'],
  ['turtle', 'SKOS, Turtle', 'everything, with an identifier for each term'],
  ['rdf', 'SKOS, RDF/XML', 'the same in XML'],
] as const;

/** Vocabularies taken in from files and ready ones, and given out. */
export function ExchangeView({ terms }: { terms: TermMap }) {
  const [incoming, setIncoming] = useState<Incoming>();
  const [unknown, setUnknown] = useState<string>();
  const onDrop = ([file]: readonly File[]) => {
    if (!file) return;
    const format = kindOfFile(file.name);
    setUnknown(format ? undefined : file.name);
    if (format) setIncoming({ name: file.name, file, format });
  };
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    onDrop,
    noClick: true,
    noKeyboard: true,
    multiple: false,
  });
  return (
    <Box
      {...getRootProps()}
      overflowY="auto"
      flex="1"
      paddingBottom="6"
      display="grid"
      alignContent="start"
      gridTemplateColumns={{ base: '1fr', lg: '1fr 1fr' }}
      columnGap="10"
      rowGap="6"
      bg={isDragActive ? 'wash' : undefined}
    >
      <Section title="In" words="What a file would bring is shown first. Nothing that is here is taken away.">
        <input {...getInputProps({ 'aria-label': 'Vocabulary file', accept: acceptedFiles })} />
        <Box fontSize="body" paddingBottom="4">
          Drop a file here, or{' '}
          <LinkButton type="button" onClick={open}>
            choose one
          </LinkButton>
          : indented text, CSV, SKOS as Turtle or RDF/XML.
        </Box>
        {unknown && (
          <Notice kind="error">
            Fabrica does not recognise “{unknown}” by its name. The name should end with .txt, .csv, .ttl or
            .rdf.
          </Notice>
        )}
        <Box textStyle="label" color="woad" paddingBottom="1">
          Ready vocabularies
        </Box>
        {starterNames.map((name) => (
          <Flex key={name} borderTopWidth="1px" paddingY="1.5" fontSize="body" justifyContent="space-between">
            <chakra.span>{name}</chakra.span>
            <LinkButton
              type="button"
              aria-label={`look at it: ${name}`}
              onClick={() => setIncoming({ name, starter: name })}
            >
              look at it
            </LinkButton>
          </Flex>
        ))}
      </Section>
      <Section title="Out" words={`${counted(terms.size, 'term')}, as files that other programs read.`}>
        {outs.map(([format, name, words]) => (
          <Box key={format} borderTopWidth="1px" paddingY="1.5" fontSize="body">
            <LinkButton asChild>
              <a href={`/api/vocabulary/file?format=${format}`} download>
                {name}
              </a>
            </LinkButton>
            <Box textStyle="hint">{words}</Box>
          </Box>
        ))}
      </Section>
      {incoming && <TakeInDialog incoming={incoming} onClose={() => setIncoming(undefined)} />}
    </Box>
  );
}
