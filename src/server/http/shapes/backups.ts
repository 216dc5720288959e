import { type BackupPlan, backupSchedules } from '../../../core/kept/backupPlan';
import { restorableKinds } from '../../../core/kept/restorableKinds';
import type { SelectedParts } from '../../operations/backups/restoreSelected';
import { schema } from '../body';
import { list, nullable, object, text } from './parts';

/** At least one setting. An empty passphrase turns encryption off. */
export const changedPlan = schema<Partial<BackupPlan> & { readonly passphrase?: string }>({
  ...object(
    {
      schedule: { enum: [...backupSchedules] },
      retention: nullable({ type: 'integer', minimum: 1, maximum: 1000 }),
      folder: nullable({ type: 'string', minLength: 1, maxLength: 4096 }),
      undoData: { type: 'boolean' },
      passphrase: { type: 'string', maxLength: 1000 },
    },
    [],
  ),
  minProperties: 1,
});

const name = text(100);
export const comparedBackup = schema<{ readonly name: string }>(object({ name }));

export const restoredParts = schema<{ readonly name: string; readonly selected: readonly SelectedParts[] }>(
  object({
    name,
    selected: list(
      object({ kind: { enum: [...restorableKinds] }, keys: list(text(400), 20_000) }),
      restorableKinds.length,
    ),
  }),
);
