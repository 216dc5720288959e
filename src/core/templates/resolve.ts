import { checkStructure, checkValue } from '../catalogue/checkValue';
import { type FieldId, field, isList } from '../catalogue/fields';
import {
  asList,
  asText,
  type FieldValue,
  isEmpty,
  normalisedText,
  type Structure,
  sameValue,
} from '../catalogue/value';
import { type Problem, problem } from '../problems/problem';
import {
  type CompiledEntry,
  type CompiledField,
  type CompiledTemplates,
  checkedTexts,
  type Evaluated,
  nothingEvaluated,
} from './compile';
import { renewed } from './former';
import { evaluate, FILL_IN, type FieldLookup, fieldBehind, type PlaceholderContext } from './placeholders';
import type { Change, Resolution, Step, Values } from './resolution';
import { applyRule } from './rules';
import { evaluateStructure } from './structureTexts';

export {
  asksFor,
  type CompiledTemplates,
  compileTemplates,
  fieldsAskedFor,
  templatesFor,
} from './compile';

/**
 * Applies the templates in force to one picture, first to last, as if each were embedded in turn: a fill
 * sees the file and the earlier templates, the last overwrite wins. A placeholder that names a field sees
 * what all templates make of that field. `values` is what the picture has now, drafts included. Applying
 * the result again changes nothing: a list that only changed its order by being taken from and added to
 * stays as it was, and a list that is emptied and filled is settled.
 */
export function resolve(
  compiled: CompiledTemplates,
  values: Values,
  context: PlaceholderContext,
): Resolution {
  const present = new Map<FieldId, FieldValue>();
  for (const id in values)
    if (!isEmpty(values[id as FieldId])) present.set(id as FieldId, values[id as FieldId]!);
  const changes = new Map<FieldId, Change>();
  const done = new Array<Step>(compiled.entries);
  const problems: Problem[] = [];
  let withheld: ReadonlySet<FieldId>;
  const lookup: FieldLookup = (id) => (withheld.has(id) ? undefined : present.get(id));
  for (const one of compiled.fields) {
    if (one.onEmpty && !present.has(one.id)) {
      const { step, change } = onEmpty(one, context, values);
      done[one.entries[0]!.order] = step;
      if (!change) continue;
      changes.set(one.id, change);
      present.set(one.id, change.value!);
      continue;
    }
    withheld = one.withheld;
    const steps = settle(one, present.get(one.id) ?? null, context, lookup, values);
    for (let at = 0; at < one.entries.length; at++) {
      const step = steps.first[at]!;
      done[one.entries[at]!.order] = step;
      if (step.missing.length > 0) problems.push(...missingProblems(step, one));
      if (step.refused) problems.push(step.refused);
    }
    if (steps.writer === undefined) continue;
    const after = steps.after;
    if (!staysAs(values[one.id], after ?? undefined, steps.first, one.id))
      changes.set(one.id, { value: after, templateId: steps.writer });
    if (after === null) present.delete(one.id);
    else present.set(one.id, after);
  }
  return { changes, steps: done, problems };
}

function onEmpty({ onEmpty: kept, entries }: CompiledField, context: PlaceholderContext, values: Values) {
  if (kept!.found) return kept!.found;
  const step = applyEntry(entries[0]!, null, context, () => undefined, values);
  const { after, templateId } = step;
  kept!.found = { step, change: after === null ? undefined : { value: after, templateId } };
  return kept!.found;
}

const SETTLING_ROUNDS = 4;

interface Settled {
  readonly first: readonly Step[];
  readonly after: FieldValue | null;
  /** The template that changed the value last. */
  readonly writer: string | undefined;
}

/** One field through its entries; again where a list that was emptied is filled on the next round. */
function settle(
  { entries, emptiesAndFills }: CompiledField,
  before: FieldValue | null,
  context: PlaceholderContext,
  lookup: FieldLookup,
  values: Values,
): Settled {
  let value = before;
  let writer: string | undefined;
  let first: Step[] | undefined;
  const rounds = emptiesAndFills ? SETTLING_ROUNDS : 1;
  for (let round = 0; round < rounds; round++) {
    const steps: Step[] = [];
    let writes: string | undefined;
    for (const entry of entries) {
      const step = applyEntry(entry, value, context, lookup, values);
      steps.push(step);
      if (sameValue(step.before, step.after)) continue;
      writes = step.templateId;
      value = step.after;
    }
    first ??= steps;
    writer = writes ?? writer;
  }
  return { first: first!, after: value, writer };
}

/** The same value, or the same terms in another order where no rule of the field sets the order. */
function staysAs(
  before: FieldValue | undefined,
  after: FieldValue | undefined,
  steps: readonly Step[],
  id: FieldId,
): boolean {
  if (sameValue(before, after)) return true;
  if (
    !isList(id) ||
    steps.some((step) => step.applied && (step.rule === 'overwrite' || step.rule === 'erase'))
  )
    return false;
  return sameValue([...asList(before)].sort(), [...asList(after)].sort());
}

function applyEntry(
  compiled: CompiledEntry,
  before: FieldValue | null,
  context: PlaceholderContext,
  lookup: FieldLookup,
  values: Values,
): Step {
  const { entry, template, former, sound, list } = compiled;
  const { field: id, rule } = entry;
  const { missing, ...evaluated } = compiled.constant ?? evaluateEntry(compiled, context, lookup);
  const checked = compiled.constant || rule === 'remove' || !sound ? evaluated : allowed(id, evaluated);
  const templateId = template.id;
  const leftOut: Step = {
    templateId,
    field: id,
    rule,
    before,
    after: before,
    contribution: null,
    missing,
    applied: false,
  };
  if ('problem' in checked) return { ...leftOut, refused: checked.problem };
  const { texts, structures } = checked;
  const erases = rule === 'erase';
  if (!sound || missing.length > 0 || !(erases || texts.length > 0 || structures.length > 0)) return leftOut;
  const met =
    former.length > 0 ? renewed(asText(before), texts[0]!, former, context, values) : (before ?? undefined);
  const after = applyRule(id, rule, met, texts, structures);
  const tooMany = field(id).mostItems !== undefined && after !== null ? checkValue(id, after) : undefined;
  if (tooMany && 'problem' in tooMany) return { ...leftOut, refused: tooMany.problem };
  const contribution = erases ? null : structures.length > 0 ? structures : list ? texts : texts[0]!;
  return { ...leftOut, after, contribution, applied: true };
}

/** What an entry says, in canonical form; or why it is no value of the field. */
function allowed(
  id: FieldId,
  { texts, structures }: Pick<Evaluated, 'texts' | 'structures'>,
): Pick<Evaluated, 'texts' | 'structures'> | { readonly problem: Problem } {
  if (structures.length === 0) {
    const checked = checkedTexts(id, texts);
    return 'problem' in checked ? checked : { texts: checked.texts, structures };
  }
  const made: Structure[] = [];
  for (const one of structures) {
    const wrong = checkStructure(id, one);
    if (wrong) return { problem: wrong };
    made.push(one);
  }
  return { texts, structures: made };
}

/** What the texts of an entry come to for one picture; empty ones are none. */
function evaluateEntry(
  { entry, texts, structures }: CompiledEntry,
  context: PlaceholderContext,
  lookup: FieldLookup,
): Evaluated {
  if (entry.rule === 'erase') return nothingEvaluated;
  const ofTexts = texts.map((text) => evaluate(text, context, lookup));
  const ofStructures = structures.map((one) => evaluateStructure(one, context, lookup));
  return {
    texts: ofTexts.map(({ text }) => normalisedText(text)).filter((text) => text.trim() !== ''),
    structures: ofStructures.map((one) => one.structure),
    missing: [...ofTexts, ...ofStructures].flatMap((one) => one.missing),
  };
}

function missingProblems(step: Step, { withheld }: CompiledField): Problem[] {
  return step.missing.map((name) => {
    if (name === FILL_IN) return problem('placeholder-fill-in', step.field, { severity: 'error' });
    const behind = fieldBehind(name);
    return problem(behind && withheld.has(behind) ? 'placeholder-cycle' : 'placeholder-missing', step.field, {
      found: name,
    });
  });
}

/**
 * The closing lines that the templates in force put after this picture's caption: what is behind the
 * last text of theirs that is no sign-off.
 */
export function signOffFor(
  compiled: CompiledTemplates,
  values: Values,
  context: PlaceholderContext,
): string | undefined {
  const { description: _, ...others } = values;
  const steps = resolve(compiled, others, context).steps.filter(
    (step) => step.field === 'description' && step.applied,
  );
  const caption = asText(steps.findLast((step) => step.rule !== 'after')?.after);
  const whole = asText(steps.at(-1)?.after);
  return whole.slice(caption === '' ? 0 : caption.length).replace(/^\n/, '') || undefined;
}
