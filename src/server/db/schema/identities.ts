import { integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { MakerAnswer } from '../../../core/rights/makers';
import type { IdentityKind } from '../../../core/templates/identity';
import { stored } from '../stored/shape';
import { identityPartsShape } from '../stored/values';
import { createdAt, id } from './columns';

/** What was answered about a stated maker, by the key of the name: remembered for every later source. */
export const makers = pgTable('makers', {
  key: text().primaryKey(),
  name: text().notNull(),
  /** Oneself in another spelling; somebody else, whose pictures are left as they are, or filled; not known. */
  answer: text().$type<MakerAnswer>().notNull(),
  answeredAt: createdAt(),
});

/** Your own details, kept once; templates take them by placeholder. */
export const identities = pgTable('identities', {
  id: id(),
  name: text().notNull().unique(),
  kind: text().$type<IdentityKind>().notNull(),
  version: integer().notNull().default(1),
  parts: stored(identityPartsShape).notNull(),
  createdAt: createdAt(),
});

/** What they were before, so that pictures which carry an earlier telephone are found. */
export const identityVersions = pgTable(
  'identity_versions',
  {
    identityId: uuid()
      .notNull()
      .references(() => identities.id, { onDelete: 'cascade' }),
    version: integer().notNull(),
    name: text().notNull(),
    parts: stored(identityPartsShape).notNull(),
    createdAt: createdAt(),
  },
  (table) => [primaryKey({ columns: [table.identityId, table.version] })],
);
