import { index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { createdAt, id } from './columns';
import { photos } from './photos';

/** Pictures put together by hand, across assignments, under a name. */
export const gatherings = pgTable('gatherings', {
  id: id(),
  name: text().notNull().unique(),
  createdAt: createdAt(),
});

export const gatheringPhotos = pgTable(
  'gathering_photos',
  {
    gatheringId: uuid()
      .notNull()
      .references(() => gatherings.id, { onDelete: 'cascade' }),
    photoId: uuid()
      .notNull()
      .references(() => photos.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.gatheringId, table.photoId] }),
    index('gathering_photos_photo').on(table.photoId),
  ],
);
