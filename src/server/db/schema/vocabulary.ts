import {
  bigserial,
  boolean,
  date,
  index,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import { stored } from '../stored/shape';
import { bundleTermsShape, termChangesShape, termWordsShape, vocabularyActShape } from '../stored/vocabulary';
import { createdAt, id } from './columns';
import { photos } from './photos';

/** Terms of the vocabulary; there is one for an installation. */
export const terms = pgTable('terms', {
  id: id(),
  /** As it is written into pictures. */
  spelling: text().notNull(),
  broader: uuid(),
  /** What else is known of it: synonyms, languages, note. */
  words: stored(termWordsShape).notNull(),
  state: text().$type<'retired' | 'heading'>(),
  added: date({ mode: 'string' }).notNull(),
});

/** Acts on the vocabulary in their order, with the terms as they were before: undone and done again as a whole. */
export const vocabularyActs = pgTable('vocabulary_acts', {
  id: id(),
  order: bigserial({ mode: 'number' }).notNull(),
  act: stored(vocabularyActShape).notNull(),
  changes: stored(termChangesShape).notNull(),
  undone: boolean().notNull().default(false),
  createdAt: createdAt(),
});

/** Pairs of words of which somebody said that they are two. The one that sorts first is first. */
export const wordsApart = pgTable(
  'words_apart',
  { one: text().notNull(), other: text().notNull() },
  (table) => [primaryKey({ columns: [table.one, table.other] })],
);

/** Named sets of keywords. */
export const bundles = pgTable('bundles', {
  id: id(),
  name: text().notNull().unique(),
  terms: stored(bundleTermsShape).notNull(),
  createdAt: createdAt(),
});

/**
 * Which keyword is on which picture, drafts before what the file says. Kept by the database
 * (migration 0019): whatever writes a record or a draft, it follows.
 */
export const photoKeywords = pgTable(
  'photo_keywords',
  {
    photoId: uuid()
      .notNull()
      .references(() => photos.id, { onDelete: 'cascade' }),
    spelling: text().notNull(),
    /** When it was first seen on the picture. */
    since: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.photoId, table.spelling] }),
    index('photo_keywords_spelling').on(table.spelling),
    index('photo_keywords_since').on(table.since),
  ],
);
