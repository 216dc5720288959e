'use client';

import { Box } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import type { WrittenYear } from '@/server/operations/upkeep/readUpkeep';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { Section } from '@/ui/Section';
import { labels } from './words';

/** Templates in which a year is written by hand: right in one year, wrong in the next. */
export function WrittenYears({ years }: { years: readonly WrittenYear[] }) {
  const queries = useQueryClient();
  const put = useMutation({
    mutationFn: (templateIds: readonly string[]) => apiRequest('upkeep/years', 'POST', { templateIds }),
    onSuccess: () => queries.invalidateQueries({ queryKey: queryKeys.upkeep() }),
  });
  if (years.length === 0) return null;
  return (
    <Section
      look="label"
      title="Templates with a year that is written by hand"
      words="Pictures of another year get the wrong one. The change is a new version, and can be taken back on the template’s page."
    >
      <Notice kind="error">{put.error?.message}</Notice>
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
            aria-label={`${labels.putYearTaken}: ${name}`}
            disabled={put.isPending}
            onClick={() => put.mutate([id])}
          >
            {labels.putYearTaken}
          </Button>
        </ListRow>
      ))}
    </Section>
  );
}
