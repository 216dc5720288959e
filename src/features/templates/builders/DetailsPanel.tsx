'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { useState } from 'react';
import { fieldLabel } from '@/core/catalogue/fields';
import {
  type IdentityPart,
  identityEntries,
  identityPartNames,
  identityParts,
} from '@/core/templates/identity';
import type { Entry } from '@/core/templates/template';
import type { ListedIdentity } from '@/server/operations/identities/identities';
import { Button, LinkButton } from '@/ui/buttons';
import { Panel } from './Builder';

/** Not everybody wants these public: they are never ticked beforehand. */
const careful: readonly IdentityPart[] = ['address', 'city', 'region', 'postal code', 'country'];

/** Takes parts of one's details into the template: each by placeholder, so that it changes in one place. */
export function DetailsPanel({
  identities,
  put,
}: {
  identities: readonly ListedIdentity[];
  put: (entries: readonly Entry[]) => void;
}) {
  if (identities.length === 0)
    return (
      <Panel>
        Keep your name, telephone and address once, and every template takes them from there.{' '}
        <LinkButton asChild>
          <Link href="/details">Write down my details</Link>
        </LinkButton>
      </Panel>
    );
  return (
    <Panel>
      {identities.map((one) => (
        <Parts key={one.id} identity={one} put={put} />
      ))}
      <LinkButton asChild>
        <Link href="/details">change my details</Link>
      </LinkButton>
    </Panel>
  );
}

function Parts({ identity, put }: { identity: ListedIdentity; put: (entries: readonly Entry[]) => void }) {
  const there = identityPartNames.filter((part) => part === 'name' || identity.parts[part]);
  const [chosen, setChosen] = useState<readonly IdentityPart[]>(
    there.filter((part) => !careful.includes(part)),
  );
  return (
    <Box marginBottom="3">
      <chakra.strong>{identity.name}</chakra.strong>
      <Flex wrap="wrap" columnGap="5" rowGap="1" marginY="1">
        {there.map((part) => (
          <chakra.label key={part} display="flex" gap="1.5" alignItems="center">
            <input
              type="checkbox"
              checked={chosen.includes(part)}
              onChange={(event) =>
                setChosen((before) =>
                  event.target.checked ? [...before, part] : before.filter((one) => one !== part),
                )
              }
            />
            {fieldLabel(identityParts[part].field)}
            <chakra.span color="soft" maxWidth="14em" truncate>
              {part === 'name' ? (identity.parts.name ?? identity.name) : identity.parts[part]}
            </chakra.span>
          </chakra.label>
        ))}
      </Flex>
      <Button
        type="button"
        height="1.75rem"
        disabled={chosen.length === 0}
        onClick={() => put(identityEntries(identity, chosen))}
      >
        Put these {chosen.length} in
      </Button>
    </Box>
  );
}
