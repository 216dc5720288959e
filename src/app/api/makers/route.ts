import { endpoint } from '@/server/http/endpoint';
import { makerAnswer } from '@/server/http/shapes/identities';
import { answerMaker, listMakers } from '@/server/operations/identities/makers';

export const GET = endpoint(({ context }) => listMakers(context));
export const PUT = endpoint(async ({ context, body }) => {
  const { name, answer } = await body(makerAnswer);
  return answerMaker(context, name, answer);
});
