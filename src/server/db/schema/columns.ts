import { sql } from 'drizzle-orm';
import { customType, timestamp, uuid } from 'drizzle-orm/pg-core';

export const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** The transaction that changed a row last. */
export const xid8 = customType<{ data: string }>({ dataType: () => 'xid8' });

export const id = () => uuid().primaryKey().default(sql`gen_random_uuid()`);

export const pointInTime = () => timestamp({ withTimezone: true });

export const createdAt = () => pointInTime().notNull().defaultNow();
