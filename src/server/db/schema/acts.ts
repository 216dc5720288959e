import { index, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { createdAt } from './columns';

/** Acts that begin something, by the key that came with the request: sent again, they answer what they answered. */
export const acts = pgTable(
  'acts',
  {
    key: text().primaryKey(),
    act: text().notNull(),
    result: jsonb(),
    createdAt: createdAt(),
  },
  (table) => [index('acts_created').on(table.createdAt)],
);
