import { endpoint, queryEndpoint } from '@/server/http/endpoint';
import { gatheredChange, gatheringChange, inAssignmentQuery } from '@/server/http/shapes/describe';
import {
  changeGathered,
  changeGathering,
  picturesInGathering,
} from '@/server/operations/gatherings/gatherings';

type Params = { id: string };

/** Ids of its pictures in one assignment. */
export const GET = queryEndpoint(inAssignmentQuery)<Params>(({ context, query, params }) =>
  picturesInGathering(context, params.id, query.assignment),
);
/** Puts pictures in, or takes them out. */
export const POST = endpoint<Params>(async ({ context, body, params }) =>
  changeGathering(context, params.id, await body(gatheringChange)),
);
/** The same with pictures of any assignments. */
export const PATCH = endpoint<Params>(async ({ context, body, params }) =>
  changeGathered(context, params.id, await body(gatheredChange)),
);
