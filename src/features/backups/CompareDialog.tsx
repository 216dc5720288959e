'use client';

import { Box } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { backupKinds, type KindInBackup } from '@/core/kept/backupKinds';
import { counted } from '@/core/wording/counts';
import { formatDateTime } from '@/core/wording/formatDate';
import type { Difference } from '@/server/operations/backups/compareBackup';
import type { ListedBackup } from '@/server/operations/backups/listBackups';
import type { TakenFromBackup } from '@/server/operations/backups/takeFromBackup';
import { apiRequest } from '@/ui/api';
import { PrimaryButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { DifferenceGroup } from './DifferenceGroup';
import { labels } from './words';

const idOf = ({ kind, key }: Difference) => `${kind} ${key}`;

/** What a backup holds that is not here, or was otherwise, to be chosen and taken. */
export function CompareDialog({ backup, onClose }: { backup: ListedBackup; onClose: () => void }) {
  const { name } = backup;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const compared = useQuery({
    queryKey: ['compared-backup', name],
    queryFn: () => apiRequest<Difference[]>('backups/compare', 'POST', { name }),
    retry: false,
    refetchOnWindowFocus: false,
    staleTime: Infinity,
    gcTime: 0,
  });
  const take = useMutation({
    mutationFn: () =>
      apiRequest<TakenFromBackup>('backups/take', 'POST', { name, chosen: byKind(differences, chosen) }),
  });
  const differences = compared.data ?? [];
  const choose = (ones: readonly Difference[], isChosen: boolean) =>
    setChosen((before) => {
      const after = new Set(before);
      for (const id of ones.map(idOf)) isChosen ? after.add(id) : after.delete(id);
      return after;
    });
  return (
    <Dialog
      title={`Backup of ${formatDateTime(backup.madeAt)}`}
      size="xl"
      onClose={onClose}
      leave={take.isSuccess || compared.data?.length === 0 ? 'Done' : 'Cancel'}
      acts={
        !take.isSuccess &&
        differences.length > 0 && (
          <PrimaryButton disabled={chosen.size === 0 || take.isPending} onClick={() => take.mutate()}>
            {labels.take}
          </PrimaryButton>
        )
      }
    >
      <Notice kind="info">
        {compared.isLoading
          ? 'Reading the backup, and comparing it …'
          : take.isPending
            ? 'Backing up what is here, then taking …'
            : compared.data && !take.isSuccess && introduction(differences.length)}
      </Notice>
      <Notice kind="error">{(compared.error ?? take.error)?.message}</Notice>
      {take.isSuccess ? (
        <Taken taken={take.data} />
      ) : (
        backupKinds.map((kind) => (
          <DifferenceGroup
            key={kind}
            kind={kind}
            differences={differences.filter((one) => one.kind === kind)}
            isChosen={(one) => chosen.has(idOf(one))}
            choose={choose}
          />
        ))
      )}
    </Dialog>
  );
}

const introduction = (count: number) =>
  count === 0
    ? 'Everything in this backup is here as it was.'
    : `${counted(count, 'thing')} in this backup ${count === 1 ? 'is' : 'are'} not here, or otherwise. Choose what to take; what is here is backed up before.`;

function byKind(differences: readonly Difference[], chosen: ReadonlySet<string>) {
  const keys = new Map<KindInBackup, string[]>();
  for (const one of differences)
    if (chosen.has(idOf(one))) keys.set(one.kind, [...(keys.get(one.kind) ?? []), one.key]);
  return [...keys].map(([kind, all]) => ({ kind, keys: all }));
}

function Taken({ taken: { taken, leftOut, before } }: { taken: TakenFromBackup }) {
  return (
    <Box fontSize="body">
      <Box role="status">{counted(taken, 'thing')} taken.</Box>
      {leftOut.map(({ name, heldBy }) => (
        <Notice key={name} kind="warning">
          “{name}” was left out: files of it belong to the assignment “{heldBy}” here.
        </Notice>
      ))}
      <Box textStyle="hint" marginTop="2" overflowWrap="anywhere">
        What was here before: {before}
      </Box>
    </Box>
  );
}
