'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import type { ListedIdentity } from '@/server/operations/identities/identities';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { SaveState } from '@/ui/SaveState';
import { useAutoSave } from '@/ui/useAutoSave';
import { labels as uiLabels } from '@/ui/words';
import { IdentityFields, type IdentityValues, NameLine, nameLabel } from './IdentityFields';

interface Saved extends IdentityValues {
  readonly version: number;
}

const savedOf = ({ name, parts, version }: ListedIdentity): Saved => ({ name, parts, version });

/** The details of one person or firm; they save themselves. */
export function IdentityEditor({ identity }: { identity: ListedIdentity }) {
  const queries = useQueryClient();
  const readAgain = () => refresh(queries, { queryKey: queryKeys.identities() });
  const written = useAutoSave<Saved>({
    place: `details ${identity.id}`,
    saved: savedOf(identity),
    readAgain,
    save: async ({ name, parts }, { version: baseVersion }) => {
      const text = { name, kind: identity.kind, parts, baseVersion };
      const saved = await apiRequest<ListedIdentity>(`identities/${identity.id}`, 'PUT', text);
      void readAgain();
      return savedOf(saved);
    },
  });
  const remove = useMutation({
    mutationFn: () => apiRequest(`identities/${identity.id}`, 'DELETE'),
    onSuccess: readAgain,
  });
  const { value, change } = written;
  return (
    <Box as="section" aria-label={identity.name}>
      <IdentityFields
        kind={identity.kind}
        value={value}
        onChange={(next) => change({ ...value, ...next })}
        nameLine={
          <WholeName
            label={nameLabel(identity.kind)}
            name={value.name}
            onDone={(name) => change({ ...value, name })}
          />
        }
      />
      <Flex gap="5" marginTop="3" alignItems="center" fontSize="body" wrap="wrap">
        <SaveState of={written} />
        <LinkButton type="button" onClick={() => remove.mutate()}>
          {uiLabels.remove}
        </LinkButton>
        {remove.error && (
          <Notice kind="error" as="span" fontSize="small">
            {remove.error.message}
          </Notice>
        )}
      </Flex>
    </Box>
  );
}

/** A name that is taken when it is left, or with Enter: half a name would be a placeholder of its own. */
function WholeName({ label, name, onDone }: { label: string; name: string; onDone: (name: string) => void }) {
  const [typed, setTyped] = useState(name);
  const latest = useRef({ typed, name, onDone });
  latest.current = { typed, name, onDone };
  useEffect(() => setTyped(name), [name]);
  const done = useRef(() => {
    const { typed: now, name: before, onDone: notify } = latest.current;
    if (now !== before) notify(now);
  }).current;
  useEffect(() => {
    window.addEventListener('pagehide', done, true);
    return () => {
      window.removeEventListener('pagehide', done, true);
      done();
    };
  }, [done]);
  return (
    <NameLine
      aria-label={label}
      value={typed}
      maxLength={80}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => event.key === 'Enter' && done()}
    />
  );
}
