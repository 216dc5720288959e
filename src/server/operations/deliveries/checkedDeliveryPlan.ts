import type { DeliveryPlan } from '../../../core/deliver/deliveryPlan';
import { endsBeforeItBegins } from '../../../core/deliver/licence';
import { compileText } from '../../../core/templates/placeholders';
import type { Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import { failure } from '../../problems/errors';
import { problemWords } from '../../problems/words';
import { refuseUnusable } from '../templates/refuseUnusable';
import { templatesById } from '../templates/templates';
import { signatureImage } from './signatures';

/** A delivery plan that no picture could be delivered by is refused with the reason; its templates otherwise. */
export async function checkedDeliveryPlan(context: Context, deliveryPlan: DeliveryPlan): Promise<Template[]> {
  for (const [what, text] of [
    ['names', deliveryPlan.name],
    ['folders', deliveryPlan.folder],
    ['the mark', deliveryPlan.mark?.text ?? ''],
  ] as const) {
    const [problem] = compileText(text).problems;
    if (problem) throw failure('pattern-unusable', { what, why: problemWords(problem) });
  }
  if (deliveryPlan.mark && deliveryPlan.mark.image === '' && deliveryPlan.mark.text.trim() === '')
    throw failure('mark-empty');
  if (deliveryPlan.mark?.image) await signatureImage(context, deliveryPlan.mark.image);
  if (deliveryPlan.metadata === 'fields' && deliveryPlan.fields.length === 0)
    throw failure('delivery-plan-without-fields');
  if (deliveryPlan.licence && deliveryPlan.licence.licensee.trim() === '')
    throw failure('licence-without-name');
  if (deliveryPlan.licence && endsBeforeItBegins(deliveryPlan.licence)) throw failure('licence-ends-before');
  const templates = await templatesById(context, deliveryPlan.templates);
  refuseUnusable(templates);
  return templates;
}
