import { endpoint } from '@/server/http/endpoint';
import { foundInAssignment } from '@/server/http/shapes/search';
import { picturesFoundIn } from '@/server/operations/search/foundSet';

/** Ids of the found pictures of one assignment. */
export const POST = endpoint(async ({ context, body }) =>
  picturesFoundIn(context, await body(foundInAssignment)),
);
