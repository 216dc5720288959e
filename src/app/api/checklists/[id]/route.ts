import { endpoint } from '@/server/http/endpoint';
import { checklistChange } from '@/server/http/shapes/checklists';
import { changeChecklist, removeChecklist } from '@/server/operations/checklists/checklists';

type Params = { id: string };

export const PATCH = endpoint<Params>(async ({ context, body, params }) =>
  changeChecklist(context, params.id, await body(checklistChange)),
);
export const DELETE = endpoint<Params>(({ context, params }) => removeChecklist(context, params.id));
