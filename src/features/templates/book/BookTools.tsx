'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { type FieldId, field, fieldIds, fieldLabel } from '@/core/catalogue/fields';
import { TextInput } from '@/ui/inputs';
import { OptionList } from '@/ui/OptionList';
import { comboboxOf, useOptionMenu } from '@/ui/useOptionMenu';
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
  const { of } = useOptionMenu(typed, { isFirstMarked: true });
  const found = findFields(typed);
  const menu = of(found, (id) => {
    setTyped('');
    onFind(id);
  });
  const over = { position: 'absolute', top: '100%', bg: 'leaf', borderWidth: '1px', zIndex: '5' } as const;
  return (
    <Box position="relative" flex="1" minWidth="14em">
      <TextInput
        {...comboboxOf('found-fields', menu)}
        aria-label={uiLabels.findAField}
        data-find-field
        value={typed}
        height="1.625rem"
        fontSize="small"
        placeholder="Find a field: phone, who owns it …   Ctrl+Shift+F"
        title="Ctrl+Shift+F comes here; Alt with an arrow goes from line to line"
        aria-keyshortcuts="Control+Shift+F"
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={menu.onKey}
      />
      {menu.found.length > 0 && (
        <OptionList
          {...over}
          id="found-fields"
          label="Fields found"
          left="0"
          right="0"
          marked={menu.marked}
          onTake={menu.take}
          options={menu.found.map((id) => ({
            key: id,
            content: (
              <>
                <chakra.span color="ink" fontWeight="600">
                  {fieldLabel(id)}
                </chakra.span>{' '}
                {field(id).help}
              </>
            ),
          }))}
        />
      )}
      {typed.trim() !== '' && found.length === 0 && (
        <Box {...over} padding="1.5">
          No field of that name or meaning.
        </Box>
      )}
    </Box>
  );
}
