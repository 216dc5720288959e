'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { type FieldId, field, fieldNames, writtenFieldIds } from '@/core/catalogue/fields';
import { questions } from '@/core/catalogue/row';
import type { Scope } from '@/core/drafts/scope';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { TextInput } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';
import { NeedChoice, OwnChoice } from '../../fields/NeedChoice';
import type { ShownFields } from '../../fields/useShownFields';
import type { Write } from '../store/useWriting';
import { DeskField } from './DeskField';

/** Caption, keywords and people have boxes of their own. */
const ELSEWHERE: readonly FieldId[] = ['description', 'keywords', 'personShown'];

const offered = writtenFieldIds.filter((id) => !ELSEWHERE.includes(id));
const needs = { few: ['few'], usual: ['few', 'usual'], all: ['few', 'usual', 'all'] } as const;

/** The fields of the desk for one's choice of few, usual, all or one's own, with those that were opened beside them. */
export function fieldsFor({
  need,
  own,
  opened,
}: Pick<ShownFields, 'need' | 'own' | 'opened'>): readonly FieldId[] {
  const shown: readonly string[] = need === 'own' ? [] : needs[need];
  const isChosen = (id: FieldId) => (need === 'own' ? own.has(id) : shown.includes(field(id).need));
  return offered.filter((id) => isChosen(id) || opened.has(id));
}

/** All fields, under the question each answers; found by their names. */
export function FieldsPanel({
  shown,
  fields,
  desk,
  scope,
  count,
  write,
}: {
  /** One's choice of fields; without it the fields are given. */
  shown?: ShownFields;
  fields: readonly FieldId[];
  desk: Desk | undefined;
  scope: Scope;
  count: number;
  write: Write;
}) {
  const [wanted, setWanted] = useState('');
  const groups = useMemo(() => {
    const found = fields.filter((id) => isNamed(id, wanted));
    return Object.entries(questions)
      .map(([question, words]) => ({ words, ids: found.filter((id) => field(id).question === question) }))
      .filter(({ ids }) => ids.length > 0);
  }, [fields, wanted]);
  return (
    <Box>
      {shown && (
        <>
          <Flex gap="5" wrap="wrap" alignItems="center" fontSize="small" paddingY="1">
            <TextInput
              aria-label={uiLabels.findAField}
              placeholder="find a field"
              maxWidth="14em"
              value={wanted}
              onChange={(event) => setWanted(event.target.value)}
            />
            <NeedChoice shown={shown} />
          </Flex>
          {shown.need === 'own' && <OwnChoice shown={shown} fields={offered} />}
        </>
      )}
      {groups.map(({ words, ids }) => (
        <Box key={words} as="section" aria-label={words} paddingBottom="3">
          <Box textStyle="subtitle" color="woad">
            {words}
          </Box>
          <Box
            display="grid"
            gridTemplateColumns="repeat(auto-fill, minmax(min(26em, 100%), 1fr))"
            columnGap="8"
          >
            {ids.map((id) => (
              <DeskField key={id} field={id} desk={desk} scope={scope} count={count} write={write} />
            ))}
          </Box>
        </Box>
      ))}
      {groups.length === 0 && <Box color="soft">No fields match.</Box>}
    </Box>
  );
}

function isNamed(id: FieldId, wanted: string): boolean {
  const text = wanted.trim().toLowerCase();
  return text === '' || [id, ...fieldNames(id)].some((name) => name.toLowerCase().includes(text));
}
