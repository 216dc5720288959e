import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { writing, writingStep } from '@/server/http/shapes';
import { stepWriting, writingSteps } from '@/server/operations/drafts/undoWriting';
import { writeDrafts } from '@/server/operations/drafts/writeDrafts';

type Params = { id: string };

export const GET = endpoint<Params>(({ db, params }) => writingSteps(db, params.id));
export const POST = endpoint<Params>(async ({ request, params, once }) => {
  const asked = await body(request, writing);
  return once(async (db) => {
    await writeDrafts(db, params.id, asked.photoIds, asked.writing);
    return {};
  });
});
/** Undoes an act, or does it again. */
export const PATCH = endpoint<Params>(async ({ db, request, params }) => {
  const { writingId, undone } = await body(request, writingStep);
  return stepWriting(db, params.id, writingId, undone);
});
