import { boolean, date, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { dropNoticeShape, planShape } from '../stored/assignments';
import { deliveryPlanShape } from '../stored/deliveries';
import { stored } from '../stored/shape';
import { importChoicesShape } from '../stored/values';
import { createdAt, id, pointInTime } from './columns';
import { openedFolders } from './folders';

export const assignments = pgTable('assignments', {
  id: id(),
  name: text().notNull(),
  /** Date of first publication; answers the placeholders "… published". */
  publishedOn: date(),
  workingFolderId: uuid()
    .notNull()
    .references(() => openedFolders.id),
  sourceFolderId: uuid().references(() => openedFolders.id),
  /** DNG files keep their bytes; their words go into a sidecar. */
  dngSidecar: boolean().notNull().default(false),
  /** Date Created goes into Exif DateTimeOriginal too. */
  dateTimeOriginal: boolean().notNull().default(false),
  /** How pictures are brought in; the usual way without. */
  importChoices: stored(importChoicesShape),
  /** The plan that the choices were taken from. */
  planId: uuid(),
  /** The source is a drop folder: what comes there is brought in by itself. */
  dropping: boolean().notNull().default(false),
  /** What waits in the drop folder, and why. */
  dropNotice: stored(dropNoticeShape),
  /** Language of its texts (RFC 5646), for the dictionary. */
  language: text().notNull().default('en'),
  /** What its pictures are checked by: a ready list by its name, or the id of one of your own. */
  checklist: text().notNull().default('minimum'),
  /** Place of the last picture that was found in the working folder and is to stay without templates. */
  foundUpTo: integer().notNull().default(0),
  /** How its copies leave; the usual way without, and what it was taken from. */
  deliveryPlan: stored(deliveryPlanShape),
  deliveryPlanId: uuid(),
  /** When it was archived: its pictures are still found; it has no tasks, and its drop folder rests. */
  archivedAt: pointInTime(),
  createdAt: createdAt(),
});

/** Progress of reading the new files of a working folder; a row exists while a worker reads. */
export const folderScans = pgTable('folder_scans', {
  assignmentId: uuid()
    .primaryKey()
    .references(() => assignments.id, { onDelete: 'cascade' }),
  startedAt: pointInTime().notNull(),
  updatedAt: pointInTime().notNull(),
  total: integer().notNull(),
  done: integer().notNull(),
});

/** Saved choices under a name. */
export const plans = pgTable('plans', {
  id: id(),
  name: text().notNull().unique(),
  choices: stored(planShape).notNull(),
  lastUsed: pointInTime(),
  createdAt: createdAt(),
});

export const facts = pgTable(
  'assignment_facts',
  {
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    name: text().notNull(),
    value: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.assignmentId, table.position] })],
);
