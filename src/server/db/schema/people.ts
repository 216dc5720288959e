import { integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { assignments } from './assignments';

/** The people of an assignment, in the order of the list: who may be on its pictures. */
export const people = pgTable(
  'assignment_people',
  {
    assignmentId: uuid()
      .notNull()
      .references(() => assignments.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    /** As on a list or a shirt: "7", "12a". '' where there is none. */
    number: text().notNull().default(''),
    name: text().notNull(),
    role: text().notNull().default(''),
    note: text().notNull().default(''),
  },
  (table) => [primaryKey({ columns: [table.assignmentId, table.position] })],
);
