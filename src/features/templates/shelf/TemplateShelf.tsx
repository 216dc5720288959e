'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { counted, formatNumber } from '@/core/wording/counts';
import type { Shelf } from '@/server/operations/templates/templateShelf';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { EmptyState } from '@/ui/EmptyState';
import { Select, TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useRemembered } from '@/ui/useRemembered';
import { labels as uiLabels } from '@/ui/words';
import { PageMain } from '../../shell/PageMain';
import { TopLine } from '../../shell/TopLine';
import { labels } from '../words';
import { FromFile } from './FromFile';
import { type Order, orders, type Show, shelved, shows } from './order';
import { ShelfRows } from './ShelfRows';
import { Starters } from './Starters';

/** The shelf: every template with its strip, its contents and its advice; and ways to begin a new one. */
export function TemplateShelf({ initial }: { initial: Shelf }) {
  const { data: shelf } = useQuery({
    queryKey: queryKeys.shelf(),
    queryFn: () => apiRequest<Shelf>('templates/shelf'),
    initialData: initial,
  });
  const [words, setWords] = useRemembered<string>('shelf words', '');
  const [order, setOrder] = useRemembered<Order>('shelf order', 'name');
  const [show, setShow] = useRemembered<Show>('shelf show', 'all');
  const [starters, setStarters] = useState(initial.templates.length === 0);
  const shown = shelved(shelf, { words, order, show });
  return (
    <>
      <TopLine place="Templates">
        <Button asChild display="inline-flex" alignItems="center">
          <Link href="/details">My details</Link>
        </Button>
        <Button asChild display="inline-flex" alignItems="center">
          <Link href="/templates/new" prefetch={false}>
            {uiLabels.makeATemplate}
          </Link>
        </Button>
      </TopLine>
      <PageMain title={uiLabels.templates} maxWidth="80rem" paddingX="5" paddingY="4">
        {shelf.templates.length === 0 && (
          <EmptyState title="Type it once" act={{ href: '/templates/new', words: 'Make the first template' }}>
            Your name, how you are reached, your notice and your terms: kept as a template, they go into any
            number of pictures without typing. Begin with an empty page, or with one of these.
          </EmptyState>
        )}
        <Flex columnGap="5" rowGap="2" alignItems="center" wrap="wrap" marginBottom="2" fontSize="body">
          {shelf.templates.length > 0 && (
            <>
              <TextInput
                aria-label={uiLabels.findATemplate}
                placeholder="Find by name or by what is in it"
                value={words}
                onChange={(event) => setWords(event.target.value)}
                maxWidth="20em"
                flex="1"
              />
              <Choose label={uiLabels.show} value={show} choices={shows} onChange={setShow} />
              <Choose label={labels.order} value={order} choices={orders} onChange={setOrder} />
              <Notice kind="info" flex="1">
                {shown.length === shelf.templates.length
                  ? shown.length
                  : `${formatNumber(shown.length)} of ${formatNumber(shelf.templates.length)}`}
              </Notice>
            </>
          )}
          <Button type="button" aria-expanded={starters} onClick={() => setStarters((before) => !before)}>
            {labels.beginFrom}
          </Button>
        </Flex>
        {starters && (
          <Box marginBottom="5">
            <Starters />
            <FromFile />
          </Box>
        )}
        <ShelfRows shelf={shelf} shown={shown.filter((one) => one.version > 0)} />
        <Begun shelf={shelf} shown={shown.filter((one) => one.version === 0)} isOpen={words !== ''} />
        {shelf.templates.length > 0 && shown.length === 0 && (
          <Box color="soft" paddingY="4">
            {words ? `No template here has “${words}” in its name or text.` : 'None of this kind.'}
          </Box>
        )}
      </PageMain>
    </>
  );
}

/** Pages that were begun and never saved lie behind the others. */
function Begun({
  shelf,
  shown,
  isOpen,
}: {
  shelf: Shelf;
  shown: readonly ListedTemplate[];
  isOpen: boolean;
}) {
  if (shown.length === 0) return null;
  return (
    <chakra.details borderTopWidth="1px" paddingY="2" open={isOpen || undefined}>
      <chakra.summary cursor="pointer" color="woad" fontSize="body" minHeight="1.5rem">
        {counted(shown.length, 'template')} begun and never saved
      </chakra.summary>
      <ShelfRows shelf={shelf} shown={shown} />
    </chakra.details>
  );
}

function Choose<T extends string>({
  label,
  value,
  choices,
  onChange,
}: {
  label: string;
  value: T;
  choices: Readonly<Record<T, string>>;
  onChange: (value: T) => void;
}) {
  return (
    <label>
      {label}{' '}
      <Select value={value} onChange={(event) => onChange(event.target.value as T)}>
        {(Object.entries(choices) as [T, string][]).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </Select>
    </label>
  );
}
