import { endpoint } from '@/server/http/endpoint';
import { templateDraft, templateStep } from '@/server/http/shapes/templates';
import { dropTemplateDraft, saveTemplateDraft } from '@/server/operations/templates/templateDrafts';
import { stepTemplate, templateStepsOf } from '@/server/operations/templates/templateSteps';

type Params = { id: string };
/** What can be undone on the page, and done again. */
export const GET = endpoint<Params>(({ context, params }) => templateStepsOf(context, params.id));
export const PUT = endpoint<Params>(async ({ context, body, params }) =>
  saveTemplateDraft(context, params.id, await body(templateDraft)),
);
/** Undoes a change of the page, or does it again. */
export const PATCH = endpoint<Params>(async ({ context, body, params }) => {
  const { stepId, undone } = await body(templateStep);
  return stepTemplate(context, params.id, stepId, undone);
});
export const DELETE = endpoint<Params>(({ context, params }) => dropTemplateDraft(context, params.id));
