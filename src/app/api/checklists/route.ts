import { endpoint } from '@/server/http/endpoint';
import { checklistText } from '@/server/http/shapes/checklists';
import { createChecklist, listChecklists } from '@/server/operations/checklists/checklists';

export const GET = endpoint(({ context }) => listChecklists(context));
export const POST = endpoint(async ({ body, once }) => {
  const text = await body(checklistText);
  return once((context) => createChecklist(context, text));
});
