import { sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { ShotRole } from '../../../core/embed/planShot';
import { removedPhotoShape } from '../stored/records';
import { type AskedBy, itemResultShape, piecesShape, problemsShape, type RunKindId } from '../stored/runs';
import { stored } from '../stored/shape';
import { assignments } from './assignments';
import { bytea, createdAt, id, pointInTime } from './columns';
import { openedFolders } from './folders';

export const runs = pgTable(
  'runs',
  {
    id: id(),
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    kind: text().$type<RunKindId>().notNull(),
    state: text().$type<'waiting' | 'running' | 'stopped' | 'done'>().notNull().default('waiting'),
    /** Of its kind: runs/registry reads and writes them. */
    parameters: jsonb().notNull(),
    /** Who asked for it (context.ts); '' in older runs. */
    askedBy: text().$type<AskedBy>().notNull().default(''),
    askedByName: text().notNull().default(''),
    /** The run that this one undoes. */
    undoes: uuid(),
    stopAsked: boolean().notNull().default(false),
    /** Keeps its place and waits until it is resumed. */
    paused: boolean().notNull().default(false),
    createdAt: createdAt(),
    startedAt: pointInTime(),
    endedAt: pointInTime(),
    /** When the archive of a delivery was last downloaded. */
    fetchedAt: pointInTime(),
  },
  (table) => [
    index('runs_assignment').on(table.assignmentId, table.createdAt),
    index('runs_created').on(table.createdAt),
    index('runs_under_way').on(table.kind).where(sql`state in ('waiting', 'running')`),
    index('runs_undoes').on(table.undoes).where(sql`undoes is not null`),
  ],
);

export const runItems = pgTable(
  'run_items',
  {
    id: id(),
    runId: uuid()
      .notNull()
      .references(() => runs.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    photoId: uuid(),
    /** What a person calls it: the file's name. */
    name: text().notNull(),
    sourcePath: text(),
    /** The item of an earlier run that this one undoes. */
    undoes: uuid(),
    state: text()
      .$type<'waiting' | 'done' | 'unchanged' | 'failed' | 'undone'>()
      .notNull()
      .default('waiting'),
    result: stored(itemResultShape),
    problems: stored(problemsShape),
    /** What an undone import took out of the index, so that it can be put back. */
    removed: stored(removedPhotoShape),
    /** The lease of the worker that claimed it; it counts as long as that worker holds its lock. */
    claimedBy: integer(),
    /** How often it was claimed: more than once where a worker ended with it in its hands (runs/readForItem). */
    claims: integer().notNull().default(0),
  },
  (table) => [
    index('run_items_undoes').on(table.undoes).where(sql`undoes is not null`),
    index('run_items_run').on(table.runId, table.position),
    index('run_items_photo').on(table.photoId),
    index('run_items_waiting').on(table.runId, table.position).where(sql`state = 'waiting'`),
  ],
);

/** Names that runs under way have given or are about to give, so that several workers never give one twice. */
export const nameClaims = pgTable(
  'name_claims',
  {
    folderId: uuid()
      .notNull()
      .references(() => openedFolders.id, { onDelete: 'cascade' }),
    /** As every file system compares names (naming/fileName). */
    insideKey: text().notNull(),
    nameKey: text().notNull(),
    itemId: uuid()
      .notNull()
      .references(() => runItems.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.folderId, table.insideKey, table.nameKey] }),
    index('name_claims_item').on(table.itemId),
  ],
);

/** The way back for one file of an item, kept before it is replaced. */
export const inverseEdits = pgTable(
  'inverse_edits',
  {
    itemId: uuid()
      .notNull()
      .references(() => runItems.id, { onDelete: 'cascade' }),
    role: text().$type<ShotRole>().notNull().default('main'),
    /** The item made the file: undoing it removes the file. */
    made: boolean().notNull().default(false),
    /** Of the file that was replaced and of the one that took its place (files/digest); '' where the item removed it. */
    digestBefore: text().notNull(),
    digestAfter: text().notNull(),
    pieces: stored(piecesShape).notNull(),
    /** The former bytes of all 'former' pieces, one behind the other. */
    formerBytes: bytea().notNull(),
  },
  (table) => [primaryKey({ columns: [table.itemId, table.role] })],
);
