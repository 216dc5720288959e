import { endpoint } from '@/server/http/endpoint';
import { templatesToDate } from '@/server/http/shapes/upkeep';
import { putYearTaken } from '@/server/operations/upkeep/putYearTaken';

/** Templates take the year that a picture was taken in place of one that is written by hand. */
export const POST = endpoint(async ({ context, body }) =>
  putYearTaken(context, (await body(templatesToDate)).templateIds),
);
