import { backupKinds } from '../../../core/kept/backupKinds';
import { type BackupPlan, backupRhythms } from '../../../core/kept/backupPlan';
import type { ChosenInBackup } from '../../operations/backups/takeFromBackup';
import { schema } from '../body';
import { list, nullable, object, text } from './parts';

/** At least one part of the plan. An empty passphrase: backups are not sealed any more. */
export const changedPlan = schema<Partial<BackupPlan> & { readonly passphrase?: string }>({
  ...object(
    {
      rhythm: { enum: [...backupRhythms] },
      mostKept: nullable({ type: 'integer', minimum: 1, maximum: 1000 }),
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

export const takenFromBackup = schema<{ readonly name: string; readonly chosen: readonly ChosenInBackup[] }>(
  object({
    name,
    chosen: list(
      object({ kind: { enum: [...backupKinds] }, keys: list(text(400), 20_000) }),
      backupKinds.length,
    ),
  }),
);
