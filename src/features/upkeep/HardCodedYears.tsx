'use client';

import { Box } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import type { HardCodedYear } from '@/server/operations/upkeep/readUpkeep';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { Section } from '@/ui/Section';
import { labels } from './words';

/** Lists templates with a hard-coded year and replaces it with the year taken. */
export function HardCodedYears({ years }: { years: readonly HardCodedYear[] }) {
  const queries = useQueryClient();
  const replace = useMutation({
    mutationFn: (templateIds: readonly string[]) => apiRequest('upkeep/years', 'POST', { templateIds }),
    onSuccess: () => refresh(queries, { queryKey: queryKeys.upkeep() }),
  });
  if (years.length === 0) return null;
  return (
    <Section
      look="label"
      title="Templates with a hard-coded year"
      words="Pictures of another year get the wrong year. The replacement is saved as a new version; the template page can restore the previous version."
    >
      <Notice kind="error">{replace.error?.message}</Notice>
      {years.map(({ id, name, before, after }) => (
        <ListRow key={id} name={<Link href={`/templates/${id}`}>{name}</Link>} alignItems="center">
          <Box flex="1" minWidth="14rem">
            {before.map((text, at) => (
              <Box key={text}>
                <Box as="span" color="soft">
                  {text} →{' '}
                </Box>
                {after[at]}
              </Box>
            ))}
          </Box>
          <Button
            aria-label={`${labels.replaceYear}: ${name}`}
            disabled={replace.isPending}
            onClick={() => replace.mutate([id])}
          >
            {labels.replaceYear}
          </Button>
        </ListRow>
      ))}
    </Section>
  );
}
