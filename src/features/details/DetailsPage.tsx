'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import type { IdentityReach, ListedIdentity } from '@/server/operations/identities/identities';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton } from '@/ui/buttons';
import { queryKeys } from '@/ui/queryKeys';
import { labels as uiLabels } from '@/ui/words';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { IdentityEditor } from './IdentityEditor';
import { NewIdentity } from './NewIdentity';
import { labels } from './words';

export interface Details {
  readonly identities: readonly ListedIdentity[];
  readonly reach: readonly IdentityReach[];
}

/** One's own details: kept once, taken up by any number of templates. */
export function DetailsPage({ initial }: { initial: Details }) {
  const { data } = useQuery({
    queryKey: queryKeys.identities(),
    queryFn: () => apiRequest<Details>('identities'),
    initialData: initial,
  });
  const [adding, setAdding] = useState<'person' | 'business' | undefined>(
    initial.identities.length === 0 ? 'person' : undefined,
  );
  return (
    <>
      <TopLine place="My details">
        <Button asChild display="inline-flex" alignItems="center">
          <Link href="/templates">{uiLabels.templates}</Link>
        </Button>
      </TopLine>
      <PageMain title="My details" maxWidth="68rem" paddingX="5" paddingY="6">
        <Box color="soft" maxWidth="42em" marginBottom="5">
          Written down once. Templates take up what they need by placeholder, so that a new telephone number
          is changed here and nowhere else. Nothing of this is in a picture until a template puts it there.
        </Box>
        {data.identities.map((one) => (
          <Box key={one.id} borderTopWidth="1px" paddingY="5">
            <IdentityEditor identity={one} />
            <Reach reach={data.reach.find((reach) => reach.id === one.id)} />
          </Box>
        ))}
        {adding ? (
          <Box borderTopWidth="1px" paddingY="5">
            <NewIdentity key={adding} kind={adding} onDone={() => setAdding(undefined)} />
          </Box>
        ) : (
          <Flex gap="5" borderTopWidth="1px" paddingY="4" fontSize="body">
            <LinkButton type="button" onClick={() => setAdding('person')}>
              Add a person
            </LinkButton>
            <LinkButton type="button" onClick={() => setAdding('business')}>
              {labels.addAFirm}
            </LinkButton>
          </Flex>
        )}
      </PageMain>
    </>
  );
}

/** What a change here reaches: templates, assignments, and the pictures that carry what was before. */
function Reach({ reach }: { reach: IdentityReach | undefined }) {
  if (!reach || reach.templates.length === 0)
    return (
      <Box color="soft" fontSize="body" marginTop="3">
        No template takes these up yet: “from my details” in a template’s page does.
      </Box>
    );
  return (
    <Box color="soft" fontSize="body" marginTop="3">
      {labels.aChangeHereReaches}{' '}
      {reach.templates.map((one, index) => (
        <span key={one.id}>
          {index > 0 && ', '}
          <chakra.span color="woad" textDecoration="underline">
            <Link href={`/templates/${one.id}`}>{one.name}</Link>
          </chakra.span>
        </span>
      ))}
      {reach.assignments.length > 0 && `, in force in ${reach.assignments.map((one) => one.name).join(', ')}`}
      . Pictures that were embedded before keep the former words; “Used” on a template’s page brings them to
      the present ones, with proof.
    </Box>
  );
}
