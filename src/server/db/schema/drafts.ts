import { sql } from 'drizzle-orm';
import { bigserial, boolean, index, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import type { DraftChange, DraftOrigin, WritingTold } from '../stored/drafts';
import { assignments } from './assignments';
import { createdAt, id, moment } from './columns';
import { photos } from './photos';

/** Written here and not yet in the file. A null value erases. */
export const drafts = pgTable(
  'drafts',
  {
    photoId: uuid()
      .notNull()
      .references(() => photos.id, { onDelete: 'cascade' }),
    field: text().$type<FieldId>().notNull(),
    value: jsonb().$type<FieldValue>(),
    origin: jsonb().$type<DraftOrigin>().notNull(),
    changedAt: moment().notNull().defaultNow(),
    /** Another one with every change: a run deletes just the draft that it has written. */
    stamp: uuid().notNull().default(sql`gen_random_uuid()`),
  },
  (table) => [primaryKey({ columns: [table.photoId, table.field] })],
);

/** Acts that wrote drafts, in their order, with what stood there before: undone and done again as a whole. */
export const writings = pgTable(
  'writings',
  {
    id: id(),
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    order: bigserial({ mode: 'number' }).notNull(),
    told: jsonb().$type<WritingTold>().notNull(),
    changes: jsonb().$type<readonly DraftChange[]>().notNull(),
    undone: boolean().notNull().default(false),
    createdAt: createdAt(),
  },
  (table) => [index('writings_assignment').on(table.assignmentId, table.order)],
);
