import { sql } from 'drizzle-orm';
import { bigserial, boolean, index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { FieldId } from '../../../core/catalogue/fields';
import { draftChangesShape, draftOriginShape, writingShape } from '../stored/drafts';
import { stored } from '../stored/shape';
import { fieldValueShape } from '../stored/values';
import { assignments } from './assignments';
import { createdAt, id, pointInTime } from './columns';

/**
 * Written here and not yet in the file. A null value erases. Whoever writes drafts holds the rows of their photos.
 * That the photos are there, and that drafts go with them, is seen to for all rows of a statement at once
 * (migration 0027): a foreign key looks at each by itself, and took a third of the time of a hundred thousand.
 */
export const drafts = pgTable(
  'drafts',
  {
    photoId: uuid().notNull(),
    field: text().$type<FieldId>().notNull(),
    value: stored(fieldValueShape),
    origin: stored(draftOriginShape).notNull(),
    changedAt: pointInTime().notNull().defaultNow(),
    /** Changes with each write. A run deletes a draft only while its stamp is the one that the run wrote. */
    stamp: uuid().notNull().default(sql`gen_random_uuid()`),
  },
  (table) => [primaryKey({ columns: [table.photoId, table.field] })],
);

/** Acts that wrote drafts, in their order, with what was there before: undone and done again as a whole. */
export const writings = pgTable(
  'writings',
  {
    id: id(),
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    order: bigserial({ mode: 'number' }).notNull(),
    act: stored(writingShape).notNull(),
    changes: stored(draftChangesShape).notNull(),
    undone: boolean().notNull().default(false),
    createdAt: createdAt(),
  },
  (table) => [index('writings_assignment').on(table.assignmentId, table.order)],
);
