'use client';

import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { Unused } from '@/server/operations/upkeep/readUpkeep';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { Section } from '@/ui/Section';
import { labels, unusedWords } from './words';

/** Lists unused templates, plans and checklists. Templates are archived; the others are removed after a confirmation. */
export function UnusedItems({ unused }: { unused: readonly Unused[] }) {
  const queries = useQueryClient();
  const [confirming, setConfirming] = useState<string>();
  const remove = useMutation({
    mutationFn: ({ kind, id }: Unused) =>
      kind === 'templates'
        ? apiRequest(`templates/${id}/archive`, 'PUT', { archived: true })
        : apiRequest(`${kind}/${id}`, 'DELETE'),
    onSettled: () => refresh(queries, { queryKey: queryKeys.upkeep() }),
  });
  if (unused.length === 0) return null;
  return (
    <Section
      look="label"
      title="Unused"
      words="No assignment uses them, and no run has used them for a year. An archived template can be restored."
    >
      <Notice kind="error">{remove.error?.message}</Notice>
      {unused.map((one) => {
        const act =
          one.kind === 'templates'
            ? labels.archive
            : confirming === one.id
              ? labels.confirmRemoval
              : labels.remove;
        return (
          <ListRow key={one.id} name={one.name} words={unusedWords[one.kind]} alignItems="center">
            <Button
              aria-label={`${act}: ${one.name}`}
              disabled={remove.isPending}
              onClick={() => (act === labels.remove ? setConfirming(one.id) : remove.mutate(one))}
            >
              {act}
            </Button>
          </ListRow>
        );
      })}
    </Section>
  );
}
