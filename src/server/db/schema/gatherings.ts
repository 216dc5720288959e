import { sql } from 'drizzle-orm';
import {
  doublePrecision,
  index,
  pgSequence,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { createdAt, id, pointInTime } from './columns';
import { photos } from './photos';

/** Pictures put together by hand, across assignments, under a name. */
export const gatherings = pgTable(
  'gatherings',
  {
    id: id(),
    name: text().notNull(),
    note: text().notNull().default(''),
    createdAt: createdAt(),
    /** When it was removed. The row stays for undo, at least a day (kept/purgeRemoved). */
    removedAt: pointInTime(),
  },
  (table) => [uniqueIndex('gatherings_name').on(table.name).where(sql`${table.removedAt} is null`)],
);

/** Places of new pictures: after all others. */
export const gatheringPlace = pgSequence('gathering_place');

export const gatheringPhotos = pgTable(
  'gathering_photos',
  {
    gatheringId: uuid()
      .notNull()
      .references(() => gatherings.id, { onDelete: 'cascade' }),
    photoId: uuid()
      .notNull()
      .references(() => photos.id, { onDelete: 'cascade' }),
    /** Orders the pictures of a gathering. A moved picture gets a place between its neighbours. */
    place: doublePrecision().notNull().default(sql`nextval('gathering_place')`),
  },
  (table) => [
    primaryKey({ columns: [table.gatheringId, table.photoId] }),
    index('gathering_photos_photo').on(table.photoId),
  ],
);
