'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { type FieldId, field, fieldIds, fieldLabel } from '@/core/catalogue/fields';
import { questions } from '@/core/catalogue/row';
import { Select, TextInput } from '@/ui/inputs';
import type { Need } from './bookState';
import { findFields } from './findField';
import type { ShownFields } from './useShownFields';

/** Finds a field by plain words, and says how many stand as lines. */
export function BookTools({ shown, onFind }: { shown: ShownFields; onFind: (id: FieldId) => void }) {
  return (
    <>
      <Flex
        paddingX={{ base: 5, lg: 8 }}
        paddingTop="1"
        columnGap="5"
        fontSize="small"
        color="soft"
        wrap="wrap"
        alignItems="center"
      >
        <FindField onFind={onFind} />
        <chakra.label>
          Show{' '}
          <Select
            value={shown.need}
            onChange={(event) => shown.setNeed(event.target.value as Need)}
            fontSize="small"
            height="1.5rem"
          >
            <option value="few">few fields</option>
            <option value="usual">the usual fields</option>
            <option value="all">all fields</option>
            <option value="own">my own choice</option>
          </Select>
        </chakra.label>
      </Flex>
      {shown.need === 'own' && <OwnChoice shown={shown} />}
    </>
  );
}

function FindField({ onFind }: { onFind: (id: FieldId) => void }) {
  const [typed, setTyped] = useState('');
  const [marked, setMarked] = useState(0);
  const found = findFields(typed);
  const take = (id: FieldId | undefined) => {
    if (!id) return;
    setTyped('');
    onFind(id);
  };
  return (
    <Box position="relative" flex="1" minWidth="14em">
      <TextInput
        role="combobox"
        aria-label="Find a field"
        aria-expanded={found.length > 0}
        aria-controls="found-fields"
        aria-activedescendant={found[marked] ? `found-${found[marked]}` : undefined}
        data-find-field
        value={typed}
        height="1.625rem"
        fontSize="small"
        placeholder="Find a field: phone, who owns it …   Ctrl+K"
        title="Ctrl+K comes here; Alt with an arrow goes from line to line"
        aria-keyshortcuts="Control+K"
        onChange={(event) => {
          setTyped(event.target.value);
          setMarked(0);
        }}
        onKeyDown={(event) => {
          const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
          if (step !== 0) {
            event.preventDefault();
            setMarked((before) => (before + step + found.length) % Math.max(1, found.length));
          } else if (event.key === 'Enter') take(found[marked]);
          else if (event.key === 'Escape') setTyped('');
        }}
      />
      {found.length > 0 && (
        <Box
          id="found-fields"
          role="listbox"
          aria-label="Fields found"
          position="absolute"
          top="100%"
          left="0"
          right="0"
          bg="leaf"
          borderWidth="1px"
          borderColor="rule"
          zIndex="5"
        >
          {found.map((id, index) => (
            <FoundRow key={id} id={id} marked={index === marked} onTake={() => take(id)} />
          ))}
        </Box>
      )}
      {typed.trim() !== '' && found.length === 0 && (
        <Box position="absolute" top="100%" bg="leaf" padding="1.5" borderWidth="1px" zIndex="5">
          No field of that name or meaning.
        </Box>
      )}
    </Box>
  );
}

function FoundRow({ id, marked, onTake }: { id: FieldId; marked: boolean; onTake: () => void }) {
  const name = fieldLabel(id);
  const { help } = field(id);
  return (
    <chakra.div
      id={`found-${id}`}
      role="option"
      aria-selected={marked}
      tabIndex={-1}
      paddingX="3"
      paddingY="1"
      bg={marked ? 'wash' : 'transparent'}
      _hover={{ bg: 'wash' }}
      cursor="pointer"
      onMouseDown={(event) => {
        event.preventDefault();
        onTake();
      }}
    >
      <chakra.span color="ink" fontWeight="600">
        {name}
      </chakra.span>{' '}
      {help}
    </chakra.div>
  );
}

function OwnChoice({ shown }: { shown: ShownFields }) {
  return (
    <chakra.details paddingX={{ base: 5, lg: 8 }} fontSize="small" open={shown.own.size === 0}>
      <chakra.summary cursor="pointer" color="woad">
        {shown.own.size} fields chosen
      </chakra.summary>
      {Object.entries(questions).map(([question, title]) => (
        <Box key={question} marginTop="1">
          <Box color="woad">{title}</Box>
          <Flex wrap="wrap" columnGap="4">
            {fieldIds
              .filter((id) => field(id).question === question)
              .map((id) => (
                <chakra.label key={id} display="flex" gap="1.5" alignItems="center">
                  <input
                    type="checkbox"
                    checked={shown.own.has(id)}
                    onChange={(event) => shown.setOwn(id, event.target.checked)}
                  />
                  {fieldLabel(id)}
                </chakra.label>
              ))}
          </Flex>
        </Box>
      ))}
    </chakra.details>
  );
}
