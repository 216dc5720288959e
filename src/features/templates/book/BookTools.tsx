'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { type FieldId, field, fieldIds, fieldLabel } from '@/core/catalogue/fields';
import { TextInput } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';
import { NeedChoice, OwnChoice } from '../../fields/NeedChoice';
import type { ShownFields } from '../../fields/useShownFields';
import { findFields } from './findField';

/** Finds a field by plain words, and says how many are shown as lines. */
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
        <NeedChoice shown={shown} />
      </Flex>
      {shown.need === 'own' && <OwnChoice shown={shown} fields={fieldIds} paddingX={{ base: 5, lg: 8 }} />}
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
        aria-label={uiLabels.findAField}
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
