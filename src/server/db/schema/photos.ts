import { sql } from 'drizzle-orm';
import { bigint, boolean, index, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { contradictionCodes } from '../../../core/checks/contradictions';
import type { ShotRole } from '../../../core/embed/planShot';
import type { ThreadId } from '../../../core/threads/threads';
import { outsideChangesShape, recordShape, summaryShape } from '../stored/records';
import { stored } from '../stored/shape';
import { assignments } from './assignments';
import { createdAt, id, pointInTime, xid8 } from './columns';
import { openedFolders } from './folders';

/** A part of the file could not be read. The index needs this very expression. */
export const isUnreadable = sql`record @? '$.problems[*] ? (@.severity == "error")'`;

/** The file contradicts itself. The index needs this very expression. */
export const isContradictory = sql.raw(
  `record @? '$.problems[*] ? (${contradictionCodes.map((code) => `@.code == "${code}"`).join(' || ')})'`,
);

export const photos = pgTable(
  'photos',
  {
    id: id(),
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    position: integer().notNull(),
    /** SHA-256 of the picture data, hexadecimal; the format's codec says which bytes count. Null until it was worked out. */
    contentIdentity: text(),
    /** A sample of the picture data (files/contentSample). Empty in older rows. */
    contentSample: text().notNull().default(''),
    /** What the file said when it was last read: an index of the file, not the truth. */
    record: stored(recordShape).notNull(),
    /** Threads of which somebody said that they do not apply to this picture. */
    notApplicable: text().array().$type<ThreadId[]>().notNull().default(sql`'{}'`),
    /** When another program was found to have changed its files; null once that was looked at, or written over. */
    changedOutsideAt: pointInTime(),
    /** When its file was found to hold another picture while it had drafts: they wait for a choice (settleReplaced). */
    replacedAt: pointInTime(),
    /** Sample and content identity of the picture that the drafts were written for. */
    formerSample: text(),
    formerIdentity: text(),
    /** Its file went to a picture of another assignment, in a version that allowed that (photos/orphans). */
    orphaned: boolean().notNull().default(false),
    /** When its file was not found any more. */
    goneAt: pointInTime(),
    createdAt: createdAt(),
  },
  (table) => [
    index('photos_assignment').on(table.assignmentId, table.position),
    index('photos_identity').on(table.contentIdentity),
    index('photos_sample').on(table.contentSample),
    index('photos_orphaned').on(table.id).where(sql`${table.orphaned}`),
    index('photos_unreadable').on(table.id).where(isUnreadable),
    index('photos_contradictory').on(table.id).where(isContradictory),
  ],
);

/**
 * What lists show of photos. Rows are added and emptied by the database (migration 0020), apart from the wide rows
 * of photos and without an index but the key: so a draft on ten thousand pictures rewrites little.
 */
export const photoSummaries = pgTable('photo_summaries', {
  photoId: uuid()
    .primaryKey()
    .references(() => photos.id, { onDelete: 'cascade' }),
  /** Emptied when record or drafts change, and made again when asked for. */
  summary: stored(summaryShape),
  /** Of the templates and facts that the summary was made with. */
  basis: text(),
  /** The last transaction that changed the photo's summary: what changed since a moment is found by it. */
  touched: xid8().notNull().default(sql`pg_current_xact_id()`),
});

/** What another program changed in a photo's files, as it was found. */
export const outsideChanges = pgTable(
  'outside_changes',
  {
    id: id(),
    photoId: uuid()
      .notNull()
      .references(() => photos.id, { onDelete: 'cascade' }),
    foundAt: createdAt(),
    changes: stored(outsideChangesShape).notNull(),
  },
  (table) => [index('outside_changes_photo').on(table.photoId)],
);

/** The files of a photo: one, or several twins. */
export const files = pgTable(
  'files',
  {
    id: id(),
    photoId: uuid()
      .notNull()
      .references(() => photos.id, { onDelete: 'cascade' }),
    folderId: uuid()
      .notNull()
      .references(() => openedFolders.id),
    relativePath: text().notNull(),
    /** The file that stands for the photo, its raw file, or the sidecar. */
    role: text().$type<ShotRole>().notNull().default('main'),
    format: text().notNull(),
    size: bigint({ mode: 'number' }).notNull(),
    /** Modification time in nanoseconds, as text: a change on disk shows by it. */
    modifiedNs: text().notNull(),
    /** Of the whole file (files/digest). */
    digest: text().notNull(),
  },
  (table) => [
    unique('files_place').on(table.folderId, table.relativePath),
    index('files_photo').on(table.photoId),
  ],
);
