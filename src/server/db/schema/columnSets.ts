import { pgTable, text } from 'drizzle-orm/pg-core';
import type { FieldId } from '../../../core/catalogue/fields';
import { createdAt, id } from './columns';

/** Columns of the ledger, in their order, kept under a name. */
export const columnSets = pgTable('column_sets', {
  id: id(),
  name: text().notNull().unique(),
  fields: text().array().$type<FieldId[]>().notNull(),
  createdAt: createdAt(),
});
