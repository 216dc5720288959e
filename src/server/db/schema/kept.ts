import { boolean, integer, pgTable, text } from 'drizzle-orm/pg-core';
import type { BackupProblemCode, BackupSchedule } from '../../../core/kept/backupPlan';
import type { KeptName } from '../../../core/kept/bounds';
import { pointInTime } from './columns';

/** How long and how much of what Fabrica keeps stays, where a person chose otherwise than usual. Null: without a bound. */
export const keptBounds = pgTable('kept_bounds', {
  name: text().$type<KeptName>().primaryKey(),
  days: integer(),
  megabytes: integer(),
});

/** Settings for backups: one row. The passphrase is a file in the data folder, so no backup contains it. */
export const backupPlans = pgTable('backup_plans', {
  id: integer().primaryKey().default(1),
  schedule: text().$type<BackupSchedule>().notNull().default('never'),
  /** Number of backups to keep; null: all. */
  retention: integer().default(8),
  /** Null: `backups` in the data folder. */
  folder: text(),
  undoData: boolean().notNull().default(true),
  /** Time and reason of the last failure; null after a success. */
  failedAt: pointInTime(),
  problem: text().$type<BackupProblemCode>(),
});
