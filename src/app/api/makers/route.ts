import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { makerAnswer } from '@/server/http/shapes';
import { answerMaker, listMakers } from '@/server/operations/identities/makers';

export const GET = endpoint(({ db }) => listMakers(db));
export const PUT = endpoint(async ({ db, request }) => {
  const { name, answer } = await body(request, makerAnswer);
  return answerMaker(db, name, answer);
});
