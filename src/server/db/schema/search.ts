import { sql } from 'drizzle-orm';
import {
  customType,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { createdAt, id, pointInTime } from './columns';
import { photos } from './photos';

const tsvector = customType<{ data: string }>({ dataType: () => 'tsvector' });

/**
 * The search index: what each picture says, drafts before what the file says, without case and accents. Made by the function
 * `index_photos` (migration 0036) from photos and drafts, which stay the truth. It has no foreign key: a check of the key locks the
 * photo, and a writer holds that lock while it waits for a row of search_stale. A trigger deletes the rows of deleted photos.
 */
export const photoSearch = pgTable(
  'photo_search',
  {
    photoId: uuid().primaryKey(),
    assignmentId: uuid().notNull(),
    /** By field: a text, a list of texts, or true for structures. Beside the fields what the camera recorded, and `disagrees`. */
    values: jsonb().notNull(),
    /** As written: what results are narrowed by. */
    facets: jsonb().$type<{ readonly [field: string]: string | readonly string[] }>().notNull(),
    /** All texts and the file name, a line each. */
    body: text().notNull(),
    /** Words of the body, as they are and by the stems of three languages. */
    words: tsvector().notNull(),
    /** Date Created as far as it is known: "2026", "2026-03" or "2026-03-04T10:20:30". */
    taken: text(),
    /** Which of `values` there are. */
    filled: text().array().notNull(),
    /** Pixels of the longer side. */
    side: integer(),
    /** Decimal degrees. */
    latitude: doublePrecision(),
    longitude: doublePrecision(),
  },
  (table) => [
    index('photo_search_values').using('gin', sql`${table.values} jsonb_path_ops`),
    index('photo_search_body').using('gin', sql`${table.body} gin_trgm_ops`),
    index('photo_search_words').using('gin', table.words),
    index('photo_search_taken').on(sql`${table.taken} collate "C" desc nulls last`, table.photoId),
    index('photo_search_assignment').on(table.assignmentId),
    index('photo_search_filled').using('gin', table.filled),
    index('photo_search_side').on(table.side),
    index('photo_search_latitude').on(table.latitude),
  ],
);

/** Pictures that changed since they were indexed. Rows are added by the database. */
export const searchStale = pgTable('search_stale', { photoId: uuid().primaryKey() });

/** Every word of the index, for what may have been meant by a misspelled one. */
export const searchWords = pgTable('search_words', { word: text().primaryKey() }, (table) => [
  index('search_words_similar').using('gin', sql`${table.word} gin_trgm_ops`),
]);

/** Searches with a name. Each opening runs the search again. */
export const savedSearches = pgTable(
  'saved_searches',
  {
    id: id(),
    name: text().notNull(),
    words: text().notNull(),
    /** A sentence a condition (core/search/condition). */
    conditions: text().array().notNull(),
    createdAt: createdAt(),
    /** When it was removed. The row stays for undo, at least a day (kept/purgeRemoved). */
    removedAt: pointInTime(),
  },
  (table) => [uniqueIndex('saved_searches_name').on(table.name).where(sql`${table.removedAt} is null`)],
);

/** What a saved search had found when it was opened last. */
export const savedSearchSeen = pgTable(
  'saved_search_seen',
  {
    searchId: uuid()
      .notNull()
      .references(() => savedSearches.id, { onDelete: 'cascade' }),
    photoId: uuid()
      .notNull()
      .references(() => photos.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.searchId, table.photoId] }),
    index('saved_search_seen_photo').on(table.photoId),
  ],
);
