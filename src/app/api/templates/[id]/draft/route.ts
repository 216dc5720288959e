import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { templateDraft, templateStep } from '@/server/http/shapes';
import { dropTemplateDraft, saveTemplateDraft } from '@/server/operations/templates/templateDrafts';
import { stepTemplate, templateStepsOf } from '@/server/operations/templates/templateSteps';

type Params = { id: string };
/** What can be undone on the page, and done again. */
export const GET = endpoint<Params>(({ db, params }) => templateStepsOf(db, params.id));
export const PUT = endpoint<Params>(async ({ db, request, params }) =>
  saveTemplateDraft(db, params.id, await body(request, templateDraft)),
);
/** Undoes a change of the page, or does it again. */
export const PATCH = endpoint<Params>(async ({ db, request, params }) => {
  const { stepId, undone } = await body(request, templateStep);
  return stepTemplate(db, params.id, stepId, undone);
});
export const DELETE = endpoint<Params>(({ db, params }) => dropTemplateDraft(db, params.id));
