import { endpoint } from '@/server/http/endpoint';
import { gatheringMove, gatheringText } from '@/server/http/shapes/describe';
import { editGathering, moveInGathering } from '@/server/operations/gatherings/gatherings';

type Params = { id: string };

export const PATCH = endpoint<Params>(async ({ context, body, params }) =>
  editGathering(context, params.id, await body(gatheringText)),
);
/** Moves a picture before another picture, or to the end. */
export const PUT = endpoint<Params>(async ({ context, body, params }) => {
  const { photoId, before } = await body(gatheringMove);
  return moveInGathering(context, params.id, photoId, before);
});
