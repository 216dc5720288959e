'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { stripOf } from '@/core/threads/stroke';
import type { ListedTemplate } from '@/server/operations/templates';
import { Line, Plain, WordAct } from '@/ui/acts';
import { ask } from '@/ui/api';
import { Teach } from '@/ui/Teach';
import { StripDrawing } from '@/ui/ThreadStrip';
import { TopLine } from '../shell/TopLine';
import { supplied } from './supplied';
import { entryWords } from './words';

/** The shelf: every template with its strip and its contents. */
export function TemplateShelf({ initial }: { initial: readonly ListedTemplate[] }) {
  const { data: templates } = useQuery({
    queryKey: ['templates'],
    queryFn: () => ask<ListedTemplate[]>('templates'),
    initialData: initial as ListedTemplate[],
  });
  const [words, setWords] = useState('');
  const shown = templates.filter((one) =>
    `${one.name} ${one.entries.map(entryWords).join(' ')}`.toLowerCase().includes(words.trim().toLowerCase()),
  );
  return (
    <>
      <TopLine place="Templates">
        <Plain asChild display="inline-flex" alignItems="center">
          <Link href="/templates/new">Make a template</Link>
        </Plain>
      </TopLine>
      {templates.length === 0 ? (
        <Teach title="Type it once" act={{ href: '/templates/new', words: 'Make the first template' }}>
          Your name, how you are reached, your notice and your terms: kept as a template, they go into any
          number of pictures without typing.
        </Teach>
      ) : (
        <Box as="main" maxWidth="68.75rem" paddingX="5" paddingY="5">
          <Line
            aria-label="Find a template"
            placeholder="Find by name or by what is in it"
            value={words}
            onChange={(event) => setWords(event.target.value)}
            maxWidth="24em"
            marginBottom="3"
          />
          {shown.map((template) => (
            <Row key={template.id} template={template} />
          ))}
          {shown.length === 0 && (
            <Box color="soft" paddingY="4">
              No template has “{words}” in its name or text.
            </Box>
          )}
        </Box>
      )}
    </>
  );
}

function Row({ template }: { template: ListedTemplate }) {
  return (
    <Flex borderTopWidth="1px" paddingY="3" gap="6" alignItems="baseline" wrap="wrap">
      <Box width="17em">
        <chakra.span fontFamily="heading" fontSize="1.125rem" fontWeight="600">
          <Link href={`/templates/${template.id}`}>{template.name}</Link>
        </chakra.span>
        <Box fontSize="0.8125rem" color="soft">
          {template.kind === 'job' ? 'for one job' : 'standing'}, version {template.version}
        </Box>
      </Box>
      <StripDrawing strip={stripOf({ file: {}, drafts: supplied(template.entries) })} />
      <Box flex="1" minWidth="16em" fontSize="0.875rem" color="soft" lineClamp={2}>
        {template.entries.map(entryWords).join(' · ') || 'empty'}
      </Box>
      <Removal template={template} />
    </Flex>
  );
}

function Removal({ template }: { template: ListedTemplate }) {
  const [asked, setAsked] = useState(false);
  const queries = useQueryClient();
  const { mutate, error } = useMutation({
    mutationFn: () => ask(`templates/${template.id}`, 'DELETE'),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['templates'] }),
  });
  if (error)
    return (
      <chakra.span color="weldText" fontSize="0.8125rem">
        {error.message}
      </chakra.span>
    );
  if (!asked)
    return (
      <WordAct type="button" fontSize="0.8125rem" onClick={() => setAsked(true)}>
        remove
      </WordAct>
    );
  return (
    <Flex gap="3" fontSize="0.8125rem">
      <span>Pictures keep what it put in.</span>
      <WordAct type="button" onClick={() => mutate()}>
        remove it
      </WordAct>
      <WordAct type="button" onClick={() => setAsked(false)}>
        keep it
      </WordAct>
    </Flex>
  );
}
