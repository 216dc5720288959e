import { sql } from 'drizzle-orm';
import { endpoint } from '@/server/http/endpoint';

export const dynamic = 'force-dynamic';
export const GET = endpoint(async ({ context }) => {
  await context.db.execute(sql`select 1`);
  return { well: true };
});
