'use client';

import { Box } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type BackupPlan, type BackupSchedule, backupSchedules } from '@/core/kept/backupPlan';
import type { BackupState } from '@/server/operations/backups/listBackups';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { Select } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { FolderField } from '../folders/FolderField';
import { PassphraseDialog } from './PassphraseDialog';
import { labels } from './words';

export type PlanChange = Partial<BackupPlan> & { readonly passphrase?: string };

const scheduleWords: Readonly<Record<BackupSchedule, string>> = {
  never: 'manually',
  daily: 'every day',
  weekly: 'every week',
};
const numbers = [2, 4, 8, 16, 30, 60];

/** Settings for backups: schedule, retention, folder, undo data, encryption. */
export function PlanForm({ state }: { state: BackupState }) {
  const queries = useQueryClient();
  const { plan, folder, hasPassphrase } = state;
  const [path, setPath] = useState(folder);
  const [isChoosingPassphrase, setIsChoosingPassphrase] = useState(false);
  const change = useMutation({
    scope: { id: 'backups' },
    // Optimistic update; cancels pending reads, which would overwrite it.
    onMutate: async ({ passphrase: _, folder: __, ...shown }: PlanChange) => {
      await queries.cancelQueries({ queryKey: queryKeys.backups() });
      queries.setQueryData<BackupState>(
        queryKeys.backups(),
        (now) => now && { ...now, plan: { ...now.plan, ...shown } },
      );
    },
    mutationFn: (changed: PlanChange) => apiRequest('backups', 'PATCH', changed),
    onSettled: () => refresh(queries, { queryKey: queryKeys.backups() }),
  });
  const { retention } = plan;
  const choices = retention === null || numbers.includes(retention) ? numbers : [...numbers, retention];
  return (
    <Box maxWidth="44rem">
      <Field label={labels.backUp}>
        <Select
          aria-label={labels.backUp}
          value={plan.schedule}
          onChange={({ target }) => change.mutate({ schedule: target.value as BackupSchedule })}
        >
          {backupSchedules.map((one) => (
            <option key={one} value={one}>
              {scheduleWords[one]}
            </option>
          ))}
        </Select>
      </Field>
      <Field label={labels.retention}>
        <Select
          aria-label={labels.retention}
          value={retention ?? ''}
          onChange={({ target }) =>
            change.mutate({ retention: target.value === '' ? null : Number(target.value) })
          }
        >
          {choices.map((one) => (
            <option key={one} value={one}>
              {one}
            </option>
          ))}
          <option value="">all</option>
        </Select>
      </Field>
      <Box paddingY="1">
        <FolderField
          label={labels.folder}
          purpose="where backups go"
          value={path}
          onChange={setPath}
          placeholder="empty: in the data folder"
        />
        {path.trim() !== folder && (
          <Button
            marginTop="2"
            marginLeft={{ base: '0', sm: '10.75em' }}
            disabled={change.isPending}
            onClick={() => change.mutate({ folder: path.trim() || null })}
          >
            {labels.useThisFolder}
          </Button>
        )}
      </Box>
      <Field label={labels.undoData} hint="Needed to undo runs after a restore. Makes backups larger.">
        <input
          type="checkbox"
          aria-label={labels.undoData}
          checked={plan.undoData}
          onChange={({ target }) => change.mutate({ undoData: target.checked })}
        />
      </Field>
      <Field
        label={labels.passphrase}
        hint={hasPassphrase ? 'Backups are encrypted.' : 'Backups are not encrypted.'}
        labelled
      >
        <Button onClick={() => setIsChoosingPassphrase(true)}>{labels.changePassphrase}</Button>
      </Field>
      <Notice kind="error">{change.error?.message}</Notice>
      {isChoosingPassphrase && (
        <PassphraseDialog
          isEncrypted={hasPassphrase}
          onChoose={(passphrase) => change.mutate({ passphrase })}
          onClose={() => setIsChoosingPassphrase(false)}
        />
      )}
    </Box>
  );
}
