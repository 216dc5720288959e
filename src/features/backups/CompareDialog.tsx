'use client';

import { Box } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type RestorableKind, restorableKinds } from '@/core/kept/restorableKinds';
import { counted } from '@/core/wording/counts';
import { formatDateTime } from '@/core/wording/formatDate';
import type { Difference } from '@/server/operations/backups/compareBackup';
import type { ListedBackup } from '@/server/operations/backups/listBackups';
import type { RestoredParts } from '@/server/operations/backups/restoreSelected';
import { apiRequest } from '@/ui/api';
import { LinkButton, PrimaryButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { DifferenceGroup } from './DifferenceGroup';
import { labels } from './words';

const idOf = ({ kind, key }: Difference) => `${kind} ${key}`;

/** Lists the differences between a backup and the current data; restores the selected ones. */
export function CompareDialog({ backup, onClose }: { backup: ListedBackup; onClose: () => void }) {
  const { name } = backup;
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const compared = useQuery({
    queryKey: queryKeys.backupDifferences(name),
    queryFn: () => apiRequest<Difference[]>('backups/compare', 'POST', { name }),
    retry: false,
    refetchOnWindowFocus: false,
    staleTime: Infinity,
    gcTime: 0,
  });
  const restore = useMutation({
    mutationFn: () =>
      apiRequest<RestoredParts>('backups/restore', 'POST', { name, selected: byKind(differences, selected) }),
  });
  const differences = compared.data ?? [];
  const restorable = differences.filter(({ state }) => state !== 'name-conflict');
  const select = (ones: readonly Difference[], isSelected: boolean) =>
    setSelected((before) => {
      const after = new Set(before);
      for (const id of ones.map(idOf)) isSelected ? after.add(id) : after.delete(id);
      return after;
    });
  return (
    <Dialog
      title={`Backup of ${formatDateTime(backup.madeAt)}`}
      size="xl"
      onClose={onClose}
      beside={
        !restore.isSuccess &&
        restorable.length > 1 && (
          <LinkButton onClick={() => select(restorable, true)}>{labels.selectEverything}</LinkButton>
        )
      }
      leave={restore.isSuccess || compared.data?.length === 0 ? 'Done' : 'Cancel'}
      acts={
        !restore.isSuccess &&
        differences.length > 0 && (
          <PrimaryButton disabled={selected.size === 0 || restore.isPending} onClick={() => restore.mutate()}>
            {labels.restoreSelected}
          </PrimaryButton>
        )
      }
    >
      <Notice kind="info">
        {compared.isLoading
          ? 'Comparing …'
          : restore.isPending
            ? 'Backing up the current data, then restoring …'
            : compared.data && !restore.isSuccess && introduction(differences.length)}
      </Notice>
      <Notice kind="error">{(compared.error ?? restore.error)?.message}</Notice>
      {restore.isSuccess ? (
        <Result result={restore.data} />
      ) : (
        restorableKinds.map((kind) => (
          <DifferenceGroup
            key={kind}
            kind={kind}
            differences={differences.filter((one) => one.kind === kind)}
            isSelected={(one) => selected.has(idOf(one))}
            select={select}
          />
        ))
      )}
    </Dialog>
  );
}

const introduction = (count: number) =>
  count === 0
    ? 'The current data contains everything in this backup.'
    : `${counted(count, 'item')} of this backup ${count === 1 ? 'is' : 'are'} missing or different now. Fabrica backs up the current data before it restores.`;

function byKind(differences: readonly Difference[], selected: ReadonlySet<string>) {
  const keys = new Map<RestorableKind, string[]>();
  for (const one of differences)
    if (selected.has(idOf(one))) keys.set(one.kind, [...(keys.get(one.kind) ?? []), one.key]);
  return [...keys].map(([kind, all]) => ({ kind, keys: all }));
}

function Result({ result: { restored, skipped, before } }: { result: RestoredParts }) {
  return (
    <Box fontSize="body">
      <Box role="status">{counted(restored, 'item')} restored.</Box>
      {skipped.map(({ name, ownedBy }) => (
        <Notice key={name} kind="warning">
          “{name}” was not restored: the assignment “{ownedBy}” has its files now.
        </Notice>
      ))}
      <Box textStyle="hint" marginTop="2" overflowWrap="anywhere">
        Backup of the previous data: {before}
      </Box>
    </Box>
  );
}
