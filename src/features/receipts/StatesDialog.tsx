'use client';

import { Box, chakra } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { sameValue } from '@/core/catalogue/value';
import { these } from '@/core/drafts/scope';
import { counted } from '@/core/wording/counts';
import type { FieldStates, ItemStates } from '@/server/operations/runs/itemStates';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { valueWords } from '@/ui/valueWords';
import type { Receipt, ReceiptItem } from './types';
import { labels } from './words';

const states = ['before', 'after', 'now'] as const;
type State = (typeof states)[number];
const heads: Readonly<Record<State, string>> = {
  before: 'before the run',
  after: 'after it',
  now: 'now',
};

/** Before, after and now side by side; of each field one is chosen, and becomes a draft where it is not there already. */
export function StatesDialog({
  run,
  item,
  onClose,
}: {
  run: Receipt;
  item: ReceiptItem;
  onClose: () => void;
}) {
  const router = useRouter();
  const requestOnce = useRequestOnce();
  const [chosen, setChosen] = useState<{ readonly [F in FieldId]?: State }>({});
  const { data, error } = useQuery({
    queryKey: queryKeys.itemStates(run.id, item.id),
    queryFn: () => apiRequest<ItemStates>(`runs/${run.id}/items/${item.id}`),
    gcTime: 0,
  });
  const wanted = (data?.fields ?? []).filter((one) => !sameValue(one[chosen[one.field] ?? 'now'], one.now));
  const write = useMutation({
    mutationFn: (photoId: string) =>
      requestOnce(`assignments/${run.assignmentId}/writing`, 'POST', {
        scope: these([photoId]),
        writing: {
          kind: 'cells',
          rows: [
            {
              id: photoId,
              values: Object.fromEntries(wanted.map((one) => [one.field, one[chosen[one.field]!]])),
            },
          ],
        },
      }),
    onSuccess: (_, photoId) =>
      router.push(`/assignments/${run.assignmentId}/describe?as=one&picture=${photoId}`),
  });
  return (
    <Dialog
      title={`${item.name}: before, after, now`}
      size="xl"
      onClose={onClose}
      acts={
        <Button
          type="button"
          fontWeight="600"
          disabled={!data || wanted.length === 0 || write.isPending}
          onClick={() => data && write.mutate(data.photoId)}
        >
          {wanted.length === 0 ? labels.nothingChosen : `Make ${counted(wanted.length, 'draft')}`}
        </Button>
      }
    >
      <Notice kind="error">{(error ?? write.error)?.message}</Notice>
      <Box color="soft" fontSize="body" marginBottom="2">
        What is chosen becomes a draft; the file stays as it is until you embed.
      </Box>
      {data && (
        <chakra.table width="100%" fontSize="body" css={{ borderCollapse: 'collapse', tableLayout: 'fixed' }}>
          <thead>
            <tr>
              <chakra.th width="11em" />
              {states.map((state) => (
                <chakra.th key={state} scope="col" textAlign="left" fontWeight="400" color="soft">
                  {heads[state]}
                </chakra.th>
              ))}
            </tr>
          </thead>
          <tbody>
            {data.fields.map((one) => (
              <StatesRow
                key={one.field}
                states={one}
                chosen={chosen[one.field] ?? 'now'}
                onChoose={(state) => setChosen({ ...chosen, [one.field]: state })}
              />
            ))}
          </tbody>
        </chakra.table>
      )}
    </Dialog>
  );
}

function StatesRow({
  states: one,
  chosen,
  onChoose,
}: {
  states: FieldStates;
  chosen: State;
  onChoose: (state: State) => void;
}) {
  const label = fieldLabel(one.field);
  return (
    <chakra.tr borderTopWidth="1px" verticalAlign="top">
      <chakra.th scope="row" textAlign="left" fontWeight="400" color="soft" paddingY="1.5">
        {label}
      </chakra.th>
      {states.map((state) => (
        <chakra.td key={state} paddingY="1.5" paddingRight="3">
          <chakra.label display="flex" gap="2" alignItems="baseline" cursor="pointer">
            <input
              type="radio"
              name={one.field}
              aria-label={`${label}: ${heads[state]}`}
              checked={chosen === state}
              onChange={() => onChoose(state)}
            />
            <chakra.span overflowWrap="anywhere" whiteSpace="pre-line" minWidth="0">
              {one[state] === null ? (
                <chakra.span color="soft">nothing</chakra.span>
              ) : (
                valueWords(one.field, one[state])
              )}
            </chakra.span>
          </chakra.label>
        </chakra.td>
      ))}
    </chakra.tr>
  );
}
