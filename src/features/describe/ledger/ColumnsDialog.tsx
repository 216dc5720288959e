'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { type FieldId, field, fieldLabel, writtenFieldIds } from '@/core/catalogue/fields';
import { questions } from '@/core/catalogue/row';
import type { ColumnSet } from '@/server/operations/ledger/columnSets';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton, SignButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { labels as uiLabels } from '@/ui/words';
import { labels } from '../words';
import { type LedgerColumns, moved } from './useColumnsShown';

/** Chooses the columns, their order, and a name under which they are found again. */
export function ColumnsDialog({ columns, onClose }: { columns: LedgerColumns; onClose: () => void }) {
  const { fields, change } = columns;
  const toggle = (id: FieldId) =>
    change(fields.includes(id) ? fields.filter((one) => one !== id) : [...fields, id]);
  return (
    <Dialog
      title="Columns of the ledger"
      size="xl"
      onClose={onClose}
      beside={<KeepName columns={columns} />}
      leave="Done"
    >
      <Flex gap="8" direction={{ base: 'column', md: 'row' }}>
        <ColumnOrder fields={fields} onChange={change} />
        <Box flex="1" minWidth="0">
          {Object.entries(questions).map(([question, words]) => (
            <Box key={question} as="section" aria-label={words} paddingBottom="2">
              <Box textStyle="label" color="woad">
                {words}
              </Box>
              <Box columnWidth="13em">
                {writtenFieldIds
                  .filter((id) => field(id).question === question)
                  .map((id) => (
                    <chakra.label
                      key={id}
                      display="flex"
                      gap="1.5"
                      alignItems="center"
                      minHeight="6"
                      fontSize="body"
                    >
                      <input type="checkbox" checked={fields.includes(id)} onChange={() => toggle(id)} />
                      {fieldLabel(id)}
                    </chakra.label>
                  ))}
              </Box>
            </Box>
          ))}
        </Box>
      </Flex>
    </Dialog>
  );
}

function ColumnOrder({
  fields,
  onChange,
}: {
  fields: readonly FieldId[];
  onChange: (fields: readonly FieldId[]) => void;
}) {
  return (
    <Box width={{ md: '17em' }} flexShrink={0}>
      <Box textStyle="label">In this order</Box>
      <Box as="ol" listStyleType="none" aria-label="Chosen columns">
        {fields.map((id) => (
          <Flex as="li" key={id} gap="2" alignItems="center" minHeight="6" fontSize="body">
            <Box flex="1" truncate>
              {fieldLabel(id)}
            </Box>
            {([-1, 1] as const).map((by) => (
              <SignButton
                key={by}
                type="button"
                aria-label={`${fieldLabel(id)} ${by < 0 ? 'earlier' : 'later'}`}
                disabled={fields.indexOf(id) === (by < 0 ? 0 : fields.length - 1)}
                onClick={() => onChange(moved(fields, fields, id, by))}
              >
                {by < 0 ? '↑' : '↓'}
              </SignButton>
            ))}
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

function KeepName({ columns: { name, fields, sets, take } }: { columns: LedgerColumns }) {
  const [typed, setTyped] = useState('');
  const kept = sets.find((one) => one.name === name);
  const keep = useMutation({
    mutationFn: () => apiRequest<ColumnSet>('column-sets', 'PUT', { name: typed, fields }),
    onSuccess: (made) => {
      take(made.name, made.fields);
      setTyped('');
    },
  });
  const remove = useMutation({
    mutationFn: (id: string) => apiRequest(`column-sets/${id}`, 'DELETE'),
    onSuccess: () => take('', fields),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    keep.mutate();
  };
  return (
    <chakra.form display="flex" gap="3" alignItems="center" onSubmit={submit}>
      <TextInput
        aria-label={labels.nameOfTheseColumns}
        placeholder="name, to find them again"
        maxWidth="14em"
        maxLength={120}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      <Button type="submit" disabled={typed.trim() === '' || keep.isPending}>
        {uiLabels.keep}
      </Button>
      {kept && (
        <LinkButton type="button" fontSize="small" onClick={() => remove.mutate(kept.id)}>
          Remove “{kept.name}”
        </LinkButton>
      )}
      <Notice kind="error">{(keep.error ?? remove.error)?.message}</Notice>
    </chakra.form>
  );
}
