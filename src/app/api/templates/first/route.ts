import { endpoint } from '@/server/http/endpoint';
import { firstAnswers } from '@/server/http/shapes/templates';
import { makeFirstTemplate } from '@/server/operations/templates/makeFirstTemplate';

export const POST = endpoint(async ({ body, once }) => {
  const answers = await body(firstAnswers);
  return once((context) => makeFirstTemplate(context, answers));
});
