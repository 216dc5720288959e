import { endpoint } from '@/server/http/endpoint';
import { writing, writingStep } from '@/server/http/shapes/drafts';
import { stepWriting, writingSteps } from '@/server/operations/drafts/undoWriting';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';

type Params = { id: string };

export const GET = endpoint<Params>(({ context, params }) => writingSteps(context, params.id));
export const POST = endpoint<Params>(async ({ body, params, once }) => {
  const { scope, writing: act, ...how } = await body(writing);
  return once((context) => writeDrafts(context, params.id, scope, act, how));
});
/** Undoes an act, or does it again; answers with the acts that are next then. */
export const PATCH = endpoint<Params>(async ({ context, body, params }) => {
  const { writingId, undone } = await body(writingStep);
  const done = await stepWriting(context, params.id, writingId, undone);
  return { ...done, ...(await writingSteps(context, params.id)) };
});
