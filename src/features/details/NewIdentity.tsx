'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { IdentityKind } from '@/core/templates/identity';
import type { ListedIdentity } from '@/server/operations/identities/identities';
import { Button, LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { useKeptState } from '@/ui/useKeptState';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { labels as uiLabels } from '@/ui/words';
import { IdentityFields, type IdentityValues, NameLine, nameLabel } from './IdentityFields';
import { labels } from './words';

const nothing: IdentityValues = { name: '', parts: {} };

/** New details: kept in the browser until they have a name and are saved. */
export function NewIdentity({ kind, onDone }: { kind: IdentityKind; onDone: () => void }) {
  const queries = useQueryClient();
  const requestOnce = useRequestOnce();
  const { value, set, done } = useKeptState(`new details ${kind}`, nothing);
  const { mutate, isPending, error } = useMutation({
    mutationFn: () => requestOnce<ListedIdentity>('identities', 'POST', { ...value, kind }),
    onSuccess: async () => {
      done();
      await refresh(queries, { queryKey: queryKeys.identities() });
      onDone();
    },
  });
  return (
    <chakra.form
      onSubmit={(event) => {
        event.preventDefault();
        mutate();
      }}
    >
      <IdentityFields
        kind={kind}
        value={value}
        onChange={set}
        nameLine={
          <NameLine
            aria-label={nameLabel(kind)}
            value={value.name}
            maxLength={80}
            onChange={(event) => set({ ...value, name: event.target.value })}
          />
        }
      />
      <Flex gap="5" marginTop="3" alignItems="center" fontSize="body" wrap="wrap">
        <Button type="submit" disabled={isPending || value.name.trim() === ''}>
          {labels.saveMyDetails}
        </Button>
        <LinkButton
          type="button"
          onClick={() => {
            done();
            onDone();
          }}
        >
          {uiLabels.cancel}
        </LinkButton>
        {error && (
          <Notice kind="error" as="span" fontSize="small">
            {error.message}
          </Notice>
        )}
      </Flex>
    </chakra.form>
  );
}
