import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { changedTemplate } from '@/server/http/shapes';
import { changeTemplate, readTemplate, removeTemplate } from '@/server/operations/templates/templates';

type Params = { id: string };
export const GET = endpoint<Params>(({ db, params }) => readTemplate(db, params.id));
export const PUT = endpoint<Params>(async ({ request, params, once }) => {
  const { baseVersion, ...text } = await body(request, changedTemplate);
  return once((db) => changeTemplate(db, params.id, text, baseVersion));
});
export const DELETE = endpoint<Params>(({ db, params }) => removeTemplate(db, params.id));
