import { endpoint } from '@/server/http/endpoint';
import { checklistFile } from '@/server/http/shapes/checklists';
import { takeInChecklist } from '@/server/operations/checklists/checklistFile';

export const POST = endpoint(async ({ body, once }) => {
  const file = await body(checklistFile);
  return once((context) => takeInChecklist(context, file));
});
