import type { FieldId } from '../catalogue/fields';
import { asList, type FieldValue, isEmpty, sameValue } from '../catalogue/value';
import { termKey } from '../keywords/parse';
import { fillable } from '../rights/makers';
import type { PlaceholderContext } from './placeholders';
import type { Step, Values } from './resolution';
import { type CompiledTemplates, resolve } from './resolve';
import { applyRule } from './rules';

/** How one picture is brought in, beside the templates in force. */
export interface Arriving {
  /** Of another maker: nothing is written into it. */
  readonly leave: boolean;
  /** Of another maker: written only where a field is empty; creator, contact and rights all or none. */
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

/**
 * What bringing in writes into a picture: templates, common keywords, a starting rating. What a template
 * erases or removes holds for the common keywords too; rating 0 is no rating.
 */
export function valuesComing(
  compiled: CompiledTemplates,
  values: Values,
  context: PlaceholderContext,
  { leave, onlyEmpty, keywords, rating }: Arriving,
): Map<FieldId, Coming> {
  const result = new Map<FieldId, Coming>();
  if (leave) return result;
  const { changes, steps } = resolve(compiled, values, context);
  const mayFill = fillable(values);
  for (const [id, { value, templateId }] of changes)
    if (!onlyEmpty || mayFill(id)) result.set(id, { value, templateId });
  const present = (id: FieldId) => (result.has(id) ? result.get(id)!.value : values[id]);
  const added = keptTerms(keywords, steps);
  if (added.length > 0 && !(onlyEmpty && !isEmpty(values.keywords))) {
    const value = applyRule('keywords', 'add', present('keywords') ?? undefined, added);
    if (!sameValue(value, present('keywords'))) result.set('keywords', { value });
  }
  const rated = present('rating');
  if (rating && (isEmpty(rated) || Number(rated) === 0)) result.set('rating', { value: rating });
  return result;
}

/** The common keywords without those that a template takes away. */
function keptTerms(keywords: readonly string[], steps: readonly Step[]): readonly string[] {
  const taking = steps.filter((step) => step.field === 'keywords' && step.applied);
  if (taking.some((step) => step.rule === 'erase')) return [];
  const gone = new Set(
    taking.filter((step) => step.rule === 'remove').flatMap((step) => asList(step.contribution).map(termKey)),
  );
  return keywords.filter((term) => !gone.has(termKey(term)));
}
