import type { FieldId } from '../../../core/catalogue/fields';
import { isEmpty } from '../../../core/catalogue/value';
import { presentValues } from '../../../core/drafts/present';
import { fillable } from '../../../core/rights/makers';
import { compileTemplates, resolve } from '../../../core/templates/resolve';
import type { Context } from '../../context';
import type { DraftOrigin } from '../../db/stored/drafts';
import { inForceOf } from '../assignments/inForce';
import type { LeanPhoto } from '../photos/photos';
import { refuseUnusable } from '../templates/refuseUnusable';
import { templatesById } from '../templates/templates';
import type { NewDrafts } from './draftChanges';
import type { Drafter } from './drafter';
import { othersAmong } from './othersPictures';
import type { Writing } from './writing';

/** Pictures of others get what was answered about their maker; without an answer nothing. */
export async function templatesDrafter(
  context: Context,
  assignmentId: string,
  chosen: readonly LeanPhoto[],
  { templates: ids, fillOnly }: Omit<Extract<Writing, { kind: 'put-templates' }>, 'kind'>,
): Promise<Drafter> {
  const inForce = await inForceOf(context, assignmentId);
  const templates = ids === undefined ? inForce.templates : await templatesById(context, ids);
  refuseUnusable(templates);
  const compiled = ids === undefined ? inForce.compiled : compileTemplates(templates);
  const byId = new Map(templates.map((template) => [template.id, template]));
  const { answerOf, groups } = await othersAmong(context, chosen, [...templates, ...inForce.templates]);
  const draftsOf = (photo: LeanPhoto): NewDrafts => {
    const answer = answerOf(photo);
    if (answer === 'leave' || answer === 'unknown') return new Map();
    const values = presentValues(photo.record.fields, photo.drafts);
    const mayFill = answer === 'fill' ? fillable(values) : () => true;
    const mayWrite = (field: FieldId) =>
      mayFill(field) && (fillOnly === undefined || (fillOnly.includes(field) && isEmpty(values[field])));
    const { changes } = resolve(compiled, values, inForce.contextOf(photo));
    return new Map(
      [...changes].flatMap(([field, { value, templateId }]) => {
        const { name, version } = byId.get(templateId)!;
        const origin: DraftOrigin = { by: 'template', templateId, version, name };
        return mayWrite(field) ? [[field, { value, origin }] as const] : [];
      }),
    );
  };
  return { draftsOf, templates: templates.map(({ id, name }) => ({ id, name })), others: groups };
}
