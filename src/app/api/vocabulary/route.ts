import { endpoint } from '@/server/http/endpoint';
import { vocabularyAct, vocabularyStep } from '@/server/http/shapes/vocabulary';
import { carryOutAct } from '@/server/operations/vocabulary/askedAct';
import { stepVocabulary, vocabularySteps } from '@/server/operations/vocabulary/changeVocabulary';

/** The act that can be undone next, and the one that can be done again. */
export const GET = endpoint(({ context }) => vocabularySteps(context));
export const POST = endpoint(async ({ body, once }) => {
  const act = await body(vocabularyAct);
  return once(async (context) => {
    await carryOutAct(context, act);
    return {};
  });
});
export const PATCH = endpoint(async ({ context, body }) => {
  const { id, undone } = await body(vocabularyStep);
  await stepVocabulary(context, id, undone);
});
