'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type KeyboardEvent, useCallback, useId, useRef, useState } from 'react';
import { nameAt, nameTyped } from '@/core/captions/findPeople';
import type { ListedPerson } from '@/core/captions/people';
import { asList } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import type { Desk, FieldAcross } from '@/server/operations/photos/selectionValues';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { useLeaving } from '@/ui/useLeaving';
import { comboboxOf } from '@/ui/useOptionMenu';
import { labels as uiLabels } from '@/ui/words';
import type { Write } from '../store/useWriting';
import { labels } from '../words';
import { PersonMenu } from './PersonMenu';
import { Term } from './Term';
import type { CaptionState } from './useCaption';
import { usePersonMenu } from './usePersonMenu';

const SHOWN_AS_KEYS = 12;

/** Who is shown: by number or letters from the list of the assignment, into caption and Person Shown in one act. */
export function PeopleBox({
  scope,
  count,
  desk,
  people,
  caption,
  write,
  showsList = false,
}: {
  scope: Scope;
  count: number;
  desk: Desk | undefined;
  people: readonly ListedPerson[];
  caption: CaptionState;
  write: Write;
  /** In One by one the list is there, each name a press away. */
  showsList?: boolean;
}) {
  const id = useId();
  const box = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState('');
  const [asked, setAsked] = useState<string>();
  const shown = termsOf(desk?.fields.personShown);
  const take = (name: string) => {
    setTyped('');
    if (name.trim() === '') return;
    caption.putName(name.trim());
  };
  const menu = usePersonMenu(people, typed.trim() === '' ? undefined : typed.trim(), ({ name }) =>
    take(name),
  );
  // A name that is there as one goes on to the next picture belongs to this one.
  const leave = useRef(() => {});
  leave.current = () => take(nameTyped(people, typed) ?? '');
  useLeaving(useCallback(() => leave.current(), []));
  const remove = (name: string) => {
    write(scope, { kind: 'remove-people', terms: [name] });
    if (caption.isSame && nameAt(caption.text, name) !== -1) setAsked(name);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (menu.onKey(event) || event.key !== 'Enter') return;
    event.preventDefault();
    take(typed);
  };
  return (
    <Box minWidth="0">
      <Flex justifyContent="space-between" textStyle="hint" marginBottom="1">
        <chakra.label htmlFor={id} color="ink" fontWeight="600">
          {uiLabels.people}
        </chakra.label>
        <span>{people.length > 0 ? 'number or letters; @ in the caption' : 'names shown'}</span>
      </Flex>
      <Flex wrap="wrap" gap="1.5" alignItems="center" maxHeight="6.5rem" overflowY="auto">
        {shown.map(({ term, count: on }) => (
          <Term
            key={term}
            term={term}
            count={on}
            of={count}
            onAll={() => write(scope, { kind: 'add-people', terms: [term] })}
            onRemove={() => remove(term)}
          />
        ))}
        <Box flex="1" minWidth="9em">
          <TextInput
            ref={box}
            id={id}
            {...comboboxOf(`${id}-people`, menu)}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={onKeyDown}
            placeholder="type a name"
          />
          {menu.found.length > 0 && (
            <PersonMenu
              at={box}
              id={`${id}-people`}
              people={menu.found}
              marked={menu.marked}
              onTake={menu.take}
            />
          )}
        </Box>
      </Flex>
      {asked && (
        <Flex role="status" textStyle="hint" gap="3" wrap="wrap">
          <span>“{asked}” is still in the caption.</span>
          <LinkButton
            type="button"
            onClick={() => {
              caption.takeName(asked, true);
              setAsked(undefined);
            }}
          >
            {labels.removeItThere}
          </LinkButton>
          <LinkButton type="button" onClick={() => setAsked(undefined)}>
            Leave it
          </LinkButton>
        </Flex>
      )}
      {showsList && <PeopleList people={people} shown={shown.map(({ term }) => term)} onTake={take} />}
    </Box>
  );
}

function PeopleList({
  people,
  shown,
  onTake,
}: {
  people: readonly ListedPerson[];
  shown: readonly string[];
  onTake: (name: string) => void;
}) {
  return (
    <Box
      display="grid"
      gridTemplateColumns="repeat(auto-fill, minmax(11em, 1fr))"
      columnGap="4"
      marginTop="2"
    >
      {people.slice(0, SHOWN_AS_KEYS).map(({ number, name, role }) => (
        <chakra.button
          key={`${number} ${name}`}
          type="button"
          textAlign="left"
          fontSize="body"
          minHeight="1.625rem"
          cursor="pointer"
          truncate
          onClick={() => onTake(name)}
          _hover={{ bg: 'wash' }}
        >
          <chakra.span display="inline-block" minWidth="1.75em" color="woad" fontWeight="600">
            {number}
          </chakra.span>
          {name}
          {role && <chakra.span color="soft">, {role}</chakra.span>}
          {shown.includes(name) && ' ✓'}
        </chakra.button>
      ))}
    </Box>
  );
}

/** Names across the selection, each with how many pictures carry it. */
function termsOf(across: FieldAcross | undefined): { term: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const { value, count } of across?.variants ?? [])
    for (const term of new Set(asList(value))) counts.set(term, (counts.get(term) ?? 0) + count);
  return [...counts].map(([term, count]) => ({ term, count })).sort((a, b) => b.count - a.count);
}
