'use client';

import { chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { useDeferredValue, useState } from 'react';
import type { Gathering } from '@/server/operations/gatherings/gatherings';
import type { SavedSearch } from '@/server/operations/search/savedSearches';
import type { Workshop } from '@/server/operations/workshop/readWorkshop';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { queryKeys } from '@/ui/queryKeys';
import { findAddress } from '../find/findAddress';
import type { PageAct } from './pageActs';
import { pages } from './pages';
import { labels } from './words';

const Root = chakra(Command, {
  base: {
    fontSize: 'body',
    '& [cmdk-input]': {
      width: '100%',
      height: '2.5rem',
      fontSize: 'large',
      bg: 'transparent',
      borderBottomWidth: '1px',
      borderColor: 'rule',
      _focusVisible: { outline: 'none', borderColor: 'woad' },
    },
    '& [cmdk-list]': { maxHeight: '24rem', overflowY: 'auto', marginTop: '2' },
    '& [cmdk-group-heading]': { color: 'soft', fontSize: 'small', marginTop: '2' },
    '& [cmdk-item]': { minHeight: '1.75rem', paddingX: '2', paddingY: '0.5', cursor: 'pointer' },
    '& [cmdk-item][data-selected=true]': { bg: 'wash' },
  },
});

const steps = [
  ['prepare', 'Prepare'],
  ['bring-in', 'Bring in'],
  ['describe', 'Describe'],
  ['check', 'Check'],
  ['deliver', 'Deliver'],
] as const;

/** What was typed without the beginning of a step's name: "winter che" is "winter". */
function withoutStep(typed: string): string {
  const isStep = (word: string) =>
    steps.some(([, step]) => step.toLowerCase().startsWith(word.toLowerCase()));
  const words = typed.trim().split(/\s+/);
  while (words.length > 1 && isStep(words.at(-1)!)) words.pop();
  return words.join(' ');
}

/** Everything that can be gone to from here, and every act that the page offers, found by a few letters. */
export function Palette({ acts, onClose }: { acts: readonly PageAct[]; onClose: () => void }) {
  const router = useRouter();
  const [typed, setTyped] = useState('');
  const find = useDeferredValue(withoutStep(typed));
  const { data } = useQuery({
    queryKey: queryKeys.workshop({ find, most: 8 }),
    queryFn: () => apiRequest<Workshop>(`workshop?${new URLSearchParams({ of: 'all', find, most: '8' })}`),
  });
  const { data: saved = [] } = useQuery({
    queryKey: queryKeys.savedSearches(),
    queryFn: () => apiRequest<SavedSearch[]>('searches'),
  });
  const { data: gatherings = [] } = useQuery({
    queryKey: queryKeys.gatherings(),
    queryFn: () => apiRequest<Gathering[]>('gatherings'),
  });
  const go = (href: string) => {
    onClose();
    router.push(href);
  };
  const item = (key: string, words: string, onSelect: () => void) => (
    <Command.Item
      key={key}
      value={`${words} ${key}`}
      data-control="an item of the palette"
      onSelect={onSelect}
    >
      {words}
    </Command.Item>
  );
  return (
    <Dialog title={labels.goToOrDo} size="lg" onClose={onClose}>
      <Root label={labels.goToOrDo} loop>
        <Command.Input
          data-autofocus
          value={typed}
          onValueChange={setTyped}
          placeholder="page, assignment, template, act"
        />
        <Command.List label={labels.goToOrDo}>
          <Command.Group heading="Assignments">
            {data?.assignments.flatMap(({ id, name }) =>
              steps.map(([step, word]) =>
                step === 'describe' || typed !== ''
                  ? item(`/${id}/${step}`, `${name}: ${word}`, () => go(`/assignments/${id}/${step}`))
                  : null,
              ),
            )}
          </Command.Group>
          <Command.Group heading="Pages">
            {pages.map(({ href, word }) => item(href, word, () => go(href)))}
          </Command.Group>
          <Command.Group heading="Templates">
            {data?.templates.map(({ id, name }) =>
              item(id, `Template ${name}`, () => go(`/templates/${id}`)),
            )}
          </Command.Group>
          <Command.Group heading="Saved searches">
            {saved.map((one) => item(one.id, `Search ${one.name}`, () => go(findAddress(one))))}
          </Command.Group>
          <Command.Group heading="Gatherings">
            {gatherings.flatMap(({ id, name, assignments }) =>
              assignments.map((one) =>
                item(`${id} ${one.id}`, `Gathering ${name} in ${one.name}`, () =>
                  go(`/assignments/${one.id}/describe?show=gathering.${id}`),
                ),
              ),
            )}
          </Command.Group>
          <Command.Group heading="On this page">
            {acts.map(({ words, carryOut }, at) =>
              item(`act ${at}`, words, () => {
                onClose();
                carryOut();
              }),
            )}
          </Command.Group>
        </Command.List>
      </Root>
      {/* No item: Enter would take it before the assignments have arrived. */}
      {typed.trim() !== '' && (
        <LinkButton
          type="button"
          data-control="find in all pictures"
          marginTop="3"
          onClick={() => go(findAddress({ words: typed.trim(), where: [] }))}
        >
          Find “{typed.trim()}” in all pictures
        </LinkButton>
      )}
    </Dialog>
  );
}
