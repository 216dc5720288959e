'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type Dispatch, type SetStateAction, useId, useState } from 'react';
import { counted } from '@/core/wording/counts';
import type { Shelf } from '@/server/operations/templates/templateShelf';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { apiRequest } from '@/ui/api';
import { TextInput } from '@/ui/inputs';
import { queryKeys } from '@/ui/queryKeys';
import { labels as uiLabels } from '@/ui/words';
import { shelved } from '../../templates/shelf/order';
import { TemplateConflicts } from '../../templates/TemplateConflicts';

const shelfQuery = {
  queryKey: queryKeys.shelf(),
  queryFn: () => apiRequest<Shelf>('templates/shelf'),
};

/** The shelf, recently used ones first, found by typing; those chosen carry their place in the order. */
export function TemplatesList({
  chosen,
  onChange,
}: {
  chosen: readonly string[];
  onChange: Dispatch<SetStateAction<readonly string[]>>;
}) {
  const id = useId();
  const queries = useQueryClient();
  const [words, setWords] = useState('');
  const { data: shelf } = useQuery(shelfQuery);
  const offered = shelf ? recentFirst(shelf, words) : [];
  const toggle = (one: string) =>
    onChange((now) => (now.includes(one) ? now.filter((other) => other !== one) : [...now, one]));
  /** Takes the first that holds these words; one who is faster than the shelf comes has it when it is there. */
  const takeFirst = async (typed: string) => {
    const [first] = recentFirst(await queries.ensureQueryData(shelfQuery), typed);
    if (!first) return;
    toggle(first.id);
    setWords((now) => (now === typed ? '' : now));
  };
  const all = shelf?.templates ?? [];
  return (
    <>
      <TemplateConflicts
        templates={chosen.flatMap((one) => all.find(({ id: other }) => other === one) ?? [])}
      />
      <chakra.label htmlFor={id} srOnly>
        {uiLabels.findATemplate}
      </chakra.label>
      <TextInput
        id={id}
        type="search"
        value={words}
        placeholder="find by name or contents"
        onChange={(event) => setWords(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          void takeFirst(words).catch(() => undefined);
        }}
        data-autofocus
      />
      <Box
        as="ul"
        aria-label={uiLabels.templates}
        listStyleType="none"
        maxHeight="22rem"
        overflowY="auto"
        marginTop="2"
        tabIndex={-1}
      >
        {offered.map((template) => (
          <TemplateRow
            key={template.id}
            template={template}
            place={chosen.indexOf(template.id) + 1}
            of={chosen.length}
            onToggle={() => toggle(template.id)}
          />
        ))}
        {shelf && offered.length === 0 && (
          <Box as="li" color="soft" fontSize="body" paddingY="2">
            No template holds these words.
          </Box>
        )}
      </Box>
    </>
  );
}

function TemplateRow({
  template: { name, entries },
  place,
  of,
  onToggle,
}: {
  template: ListedTemplate;
  place: number;
  of: number;
  onToggle: () => void;
}) {
  return (
    <Box as="li" borderTopWidth="1px" _first={{ borderTopWidth: 0 }}>
      <chakra.label display="flex" gap="2" alignItems="baseline" paddingY="1.5" cursor="pointer">
        <input type="checkbox" checked={place > 0} onChange={onToggle} />
        <Box flex="1" minWidth="0" overflowWrap="anywhere" fontSize="body">
          {name} <chakra.span textStyle="hint">{counted(entries.length, 'line')}</chakra.span>
        </Box>
        {place > 0 && of > 1 && (
          <chakra.span color="woad" textStyle="label" aria-label={`as number ${place}`}>
            {place}
          </chakra.span>
        )}
      </chakra.label>
    </Box>
  );
}

/** Kept templates that hold the words: in their name before elsewhere, used last before the others, then by name. */
function recentFirst(shelf: Shelf, words: string): ListedTemplate[] {
  const wanted = words.toLowerCase().split(/\s+/);
  const named = ({ name }: ListedTemplate) =>
    Number(wanted.every((word) => name.toLowerCase().includes(word)));
  const used = ({ id }: ListedTemplate) => shelf.lastUsed[id]?.at ?? '';
  return shelved(shelf, { words, order: 'name', show: 'all' })
    .filter((one) => one.version > 0)
    .sort((a, b) => named(b) - named(a) || used(b).localeCompare(used(a)));
}
