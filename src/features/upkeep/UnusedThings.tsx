'use client';

import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { Unused } from '@/server/operations/upkeep/readUpkeep';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { Section } from '@/ui/Section';
import { labels, unusedWords } from './words';

/** Templates, plans and checklists that nothing uses: a template goes into the archive, the others after a second press. */
export function UnusedThings({ unused }: { unused: readonly Unused[] }) {
  const queries = useQueryClient();
  const [asked, setAsked] = useState<string>();
  const remove = useMutation({
    mutationFn: ({ kind, id }: Unused) =>
      kind === 'templates'
        ? apiRequest(`templates/${id}/archive`, 'PUT', { archived: true })
        : apiRequest(`${kind}/${id}`, 'DELETE'),
    onSettled: () => queries.invalidateQueries({ queryKey: queryKeys.upkeep() }),
  });
  if (unused.length === 0) return null;
  return (
    <Section
      look="label"
      title="Not in use"
      words="In force in no assignment, and not used for a year. An archived template stays on the shelf’s archive."
    >
      <Notice kind="error">{remove.error?.message}</Notice>
      {unused.map((one) => {
        const act =
          one.kind === 'templates' ? labels.archive : asked === one.id ? labels.removeForGood : labels.remove;
        return (
          <ListRow key={one.id} name={one.name} words={unusedWords[one.kind]} alignItems="center">
            <Button
              aria-label={`${act}: ${one.name}`}
              disabled={remove.isPending}
              onClick={() => (act === labels.remove ? setAsked(one.id) : remove.mutate(one))}
            >
              {act}
            </Button>
          </ListRow>
        );
      })}
    </Section>
  );
}
