import type { FieldId } from '../catalogue/fields';
import { type FieldValue, isEmpty } from '../catalogue/value';
import type { PlaceholderContext } from './placeholders';
import { type CompiledTemplates, resolve, type Values } from './resolve';
import { applyRule } from './rules';

/** How one picture is brought in, beside the templates in force. */
export interface Arriving {
  /** Of another maker: nothing is written into it. */
  readonly leave: boolean;
  /** Of another maker: written only where nothing stands. */
  readonly onlyEmpty: boolean;
  readonly keywords: readonly string[];
  /** Where a picture has none. */
  readonly rating?: string | undefined;
}

export interface Coming {
  /** null erases. */
  readonly value: FieldValue | null;
  /** Absent where it is written by hand for all: keywords, rating. */
  readonly templateId?: string;
}

/** What bringing in writes into a picture: templates, common keywords, a starting rating. */
export function valuesComing(
  compiled: CompiledTemplates,
  values: Values,
  context: PlaceholderContext,
  { leave, onlyEmpty, keywords, rating }: Arriving,
): Map<FieldId, Coming> {
  const coming = new Map<FieldId, Coming>();
  if (leave) return coming;
  for (const [id, { value, templateId }] of resolve(compiled, values, context).changes)
    if (!onlyEmpty || isEmpty(values[id])) coming.set(id, { value, templateId });
  const present = (id: FieldId) => coming.get(id)?.value ?? values[id];
  if (keywords.length > 0 && !(onlyEmpty && !isEmpty(values.keywords)))
    coming.set('keywords', { value: applyRule('keywords', 'add', present('keywords'), keywords) });
  if (rating && isEmpty(present('rating'))) coming.set('rating', { value: rating });
  return coming;
}
