import { endsBeforeItBegins } from '../../../core/deliver/licence';
import type { Recipe } from '../../../core/deliver/recipe';
import { compileText } from '../../../core/templates/placeholders';
import type { Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import { failure } from '../../problems/errors';
import { problemWords } from '../../problems/words';
import { refuseUnusable } from '../templates/refuseUnusable';
import { templatesById } from '../templates/templates';
import { signatureImage } from './signatures';

/** A recipe that no picture could be delivered by is refused with the reason; its templates otherwise. */
export async function checkedRecipe(context: Context, recipe: Recipe): Promise<Template[]> {
  for (const [what, text] of [
    ['names', recipe.name],
    ['folders', recipe.folder],
    ['the mark', recipe.mark?.text ?? ''],
  ] as const) {
    const [problem] = compileText(text).problems;
    if (problem) throw failure('pattern-unusable', { what, why: problemWords(problem) });
  }
  if (recipe.mark && recipe.mark.image === '' && recipe.mark.text.trim() === '') throw failure('mark-empty');
  if (recipe.mark?.image) await signatureImage(context, recipe.mark.image);
  if (recipe.metadata === 'fields' && recipe.fields.length === 0) throw failure('recipe-without-fields');
  if (recipe.licence && recipe.licence.licensee.trim() === '') throw failure('licence-without-name');
  if (recipe.licence && endsBeforeItBegins(recipe.licence)) throw failure('licence-ends-before');
  const templates = await templatesById(context, recipe.templates);
  refuseUnusable(templates);
  return templates;
}
