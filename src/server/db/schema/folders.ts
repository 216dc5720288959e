import { pgTable, text } from 'drizzle-orm/pg-core';
import { createdAt, id } from './columns';

/** A folder of the machine that Fabrica may use. Every path it touches lies inside one. */
export const openedFolders = pgTable('opened_folders', {
  id: id(),
  path: text().notNull().unique(),
  label: text().notNull(),
  kind: text().$type<'working' | 'source' | 'card' | 'second' | 'delivery'>().notNull(),
  createdAt: createdAt(),
});
