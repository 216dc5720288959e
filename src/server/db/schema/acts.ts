import { index, pgTable, text } from 'drizzle-orm/pg-core';
import { stored } from '../stored/shape';
import { actResultShape } from '../stored/values';
import { createdAt } from './columns';

/** Acts that begin something, by the key that came with the request: sent again, they answer what they answered. */
export const acts = pgTable(
  'acts',
  {
    key: text().primaryKey(),
    act: text().notNull(),
    result: stored(actResultShape),
    createdAt: createdAt(),
  },
  (table) => [index('acts_created').on(table.createdAt)],
);
