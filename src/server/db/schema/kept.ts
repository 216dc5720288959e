import { boolean, integer, pgTable, text } from 'drizzle-orm/pg-core';
import type { BackupProblemCode, BackupRhythm } from '../../../core/kept/backupPlan';
import type { KeptName } from '../../../core/kept/bounds';
import { pointInTime } from './columns';

/** How long and how much of what Fabrica keeps stays, where a person chose otherwise than usual. Null: without a bound. */
export const keptBounds = pgTable('kept_bounds', {
  name: text().$type<KeptName>().primaryKey(),
  days: integer(),
  megabytes: integer(),
});

/** When backups are made, and where: one row. Its passphrase is in the data folder, never in a backup. */
export const backupPlans = pgTable('backup_plans', {
  id: integer().primaryKey().default(1),
  rhythm: text().$type<BackupRhythm>().notNull().default('never'),
  /** How many stay; null: all. */
  mostKept: integer().default(8),
  /** Null: in the data folder. */
  folder: text(),
  undoData: boolean().notNull().default(true),
  /** Of the last one that failed, until one is made. */
  failedAt: pointInTime(),
  problem: text().$type<BackupProblemCode>(),
});
