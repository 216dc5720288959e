import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { templateDraft } from '@/server/http/shapes';
import { dropTemplateDraft, saveTemplateDraft } from '@/server/operations/templateDrafts';

type Params = { id: string };
export const PUT = endpoint<Params>(async ({ db, request, params }) =>
  saveTemplateDraft(db, params.id, await body(request, templateDraft)),
);
export const DELETE = endpoint<Params>(({ db, params }) => dropTemplateDraft(db, params.id));
