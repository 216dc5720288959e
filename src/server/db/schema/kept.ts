import { integer, pgTable, text } from 'drizzle-orm/pg-core';
import type { KeptName } from '../../../core/kept/bounds';

/** How long and how much of what Fabrica keeps stays, where a person chose otherwise than usual. Null: without a bound. */
export const keptBounds = pgTable('kept_bounds', {
  name: text().$type<KeptName>().primaryKey(),
  days: integer(),
  megabytes: integer(),
});
