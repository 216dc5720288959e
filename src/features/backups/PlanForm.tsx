'use client';

import { Box } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type BackupPlan, type BackupRhythm, backupRhythms } from '@/core/kept/backupPlan';
import type { BackupState } from '@/server/operations/backups/listBackups';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { Select } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { FolderField } from '../folders/FolderField';
import { PassphraseDialog } from './PassphraseDialog';
import { labels } from './words';

export type PlanChange = Partial<BackupPlan> & { readonly passphrase?: string };

const rhythmWords: Readonly<Record<BackupRhythm, string>> = {
  never: 'only when I ask',
  daily: 'every day',
  weekly: 'every week',
};
const numbers = [2, 4, 8, 16, 30, 60];

/** When backups are made by themselves, where they go, how many stay, and whether they are sealed. */
export function PlanForm({ state }: { state: BackupState }) {
  const queries = useQueryClient();
  const { plan, folder, hasPassphrase } = state;
  const [path, setPath] = useState(folder);
  const [isSealing, setIsSealing] = useState(false);
  const change = useMutation({
    scope: { id: 'backups' },
    // Shown at once, and not overtaken by an answer that was asked for before.
    onMutate: async ({ passphrase: _, folder: __, ...shown }: PlanChange) => {
      await queries.cancelQueries({ queryKey: queryKeys.backups() });
      queries.setQueryData<BackupState>(
        queryKeys.backups(),
        (now) => now && { ...now, plan: { ...now.plan, ...shown } },
      );
    },
    mutationFn: (changed: PlanChange) => apiRequest('backups', 'PATCH', changed),
    onSettled: () => queries.invalidateQueries({ queryKey: queryKeys.backups() }),
  });
  const { mostKept } = plan;
  const choices = mostKept === null || numbers.includes(mostKept) ? numbers : [...numbers, mostKept];
  return (
    <Box maxWidth="44rem">
      <Field label={labels.backUp}>
        <Select
          aria-label={labels.backUp}
          value={plan.rhythm}
          onChange={({ target }) => change.mutate({ rhythm: target.value as BackupRhythm })}
        >
          {backupRhythms.map((one) => (
            <option key={one} value={one}>
              {rhythmWords[one]}
            </option>
          ))}
        </Select>
      </Field>
      <Field label={labels.howManyStay}>
        <Select
          aria-label={labels.howManyStay}
          value={mostKept ?? ''}
          onChange={({ target }) =>
            change.mutate({ mostKept: target.value === '' ? null : Number(target.value) })
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
      <Field label={labels.undoData} hint="To undo runs after a restore; it makes a backup larger.">
        <input
          type="checkbox"
          aria-label={labels.undoData}
          checked={plan.undoData}
          onChange={({ target }) => change.mutate({ undoData: target.checked })}
        />
      </Field>
      <Field
        label={labels.passphrase}
        hint={
          hasPassphrase
            ? 'Sealed: nobody opens a backup without it.'
            : 'None: whoever has the file can read it.'
        }
        labelled
      >
        <Button onClick={() => setIsSealing(true)}>{labels.changePassphrase}</Button>
      </Field>
      <Notice kind="error">{change.error?.message}</Notice>
      {isSealing && (
        <PassphraseDialog
          isSealed={hasPassphrase}
          onChoose={(passphrase) => change.mutate({ passphrase })}
          onClose={() => setIsSealing(false)}
        />
      )}
    </Box>
  );
}
