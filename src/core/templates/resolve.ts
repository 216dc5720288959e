import { type FieldId, isList } from '../catalogue/fields';
import { asList, asText, type FieldValue, isEmpty, normalisedText, sameValue } from '../catalogue/value';
import { type Problem, problem } from '../problems/problem';
import { type CompiledText, compileText, evaluate, type PlaceholderContext } from './placeholders';
import { applyRule } from './rules';
import { type CompiledStructure, compileStructure, evaluateStructure } from './structureTexts';
import { checkEntry, type Entry, type Template } from './template';

/** Templates in force, their texts compiled once for any number of pictures. */
export interface CompiledTemplates {
  readonly templates: readonly CompiledTemplate[];
  readonly problems: readonly Problem[];
}
interface CompiledTemplate {
  readonly template: Template;
  readonly entries: readonly CompiledEntry[];
}
interface CompiledEntry {
  readonly entry: Entry;
  readonly texts: readonly CompiledText[];
  readonly structures: readonly CompiledStructure[];
}

export type Values = { readonly [K in FieldId]?: FieldValue };

/** What one entry did to the value that it met. */
export interface Step {
  readonly templateId: string;
  readonly field: FieldId;
  readonly rule: Entry['rule'];
  readonly before: FieldValue | null;
  readonly after: FieldValue | null;
  /** Placeholders without a value; the entry is then left out, never written half. */
  readonly missing: readonly string[];
  /** False where the entry was left out: a value missing, nothing to write, or a rule that does not fit. */
  readonly applied: boolean;
}

export interface Resolution {
  /** Fields whose value comes out different from what the picture has; null: erased. */
  readonly changes: ReadonlyMap<FieldId, { readonly value: FieldValue | null; readonly templateId: string }>;
  readonly steps: readonly Step[];
  readonly problems: readonly Problem[];
}

export function compileTemplates(templates: readonly Template[]): CompiledTemplates {
  const problems: Problem[] = [];
  const compiled = templates.map((template) => ({
    template,
    entries: template.entries.map((entry) => {
      const texts = entry.texts.map(compileText);
      const structures = (entry.structures ?? []).map(compileStructure);
      problems.push(...checkEntry(entry), ...texts.flatMap((text) => text.problems));
      return { entry, texts, structures };
    }),
  }));
  return { templates: compiled, problems };
}

/** Entries of these fields go first: the placeholders of the others look at their result. */
const DATES: readonly FieldId[] = ['dateCreated', 'firstPublicationDate'];

/**
 * Applies the templates in force to one picture, first to last, as if each were embedded in turn: a fill
 * sees the file and the earlier templates, the last overwrite wins. `values` is what the picture has now,
 * drafts included. Applying the result again changes nothing: a list that only changed its order by being
 * taken from and added to stays as it was, and a list that is emptied and filled is settled.
 */
export function resolve(
  compiled: CompiledTemplates,
  values: Values,
  context: PlaceholderContext,
): Resolution {
  const first = pass(compiled, values, context);
  let last = first;
  for (let round = 0; round < SETTLING_ROUNDS && emptiesAndFills(last.steps); round++) {
    const next = pass(compiled, Object.fromEntries(last.present), context);
    for (const [id, templateId] of last.writtenBy)
      if (!next.writtenBy.has(id)) next.writtenBy.set(id, templateId);
    last = next;
  }
  const changes = new Map(
    [...last.writtenBy]
      .filter(([id]) => !staysAs(values[id], last.present.get(id), first.steps, id))
      .map(([id, templateId]) => [id, { value: last.present.get(id) ?? null, templateId }]),
  );
  return { changes, steps: first.steps, problems: first.steps.flatMap(missingProblems) };
}

const SETTLING_ROUNDS = 3;

interface Pass {
  readonly present: Map<FieldId, FieldValue>;
  readonly writtenBy: Map<FieldId, string>;
  readonly steps: Step[];
}

function pass(compiled: CompiledTemplates, values: Values, context: PlaceholderContext): Pass {
  const present = new Map<FieldId, FieldValue>(
    Object.entries(values).filter(([, value]) => !isEmpty(value)) as [FieldId, FieldValue][],
  );
  const writtenBy = new Map<FieldId, string>();
  const steps: Step[] = [];
  for (const dates of [true, false]) {
    const seen = contextFor(context, present, dates);
    for (const { template, entries } of compiled.templates) {
      for (const one of entries) {
        if (DATES.includes(one.entry.field) !== dates) continue;
        const step = applyEntry(template.id, one, present.get(one.entry.field) ?? null, seen);
        steps.push(step);
        if (sameValue(step.before, step.after)) continue;
        writtenBy.set(step.field, template.id);
        if (step.after === null) present.delete(step.field);
        else present.set(step.field, step.after);
      }
    }
  }
  return { present, writtenBy, steps };
}

function emptiesAndFills(steps: readonly Step[]): boolean {
  return steps.some(
    (step) =>
      step.rule === 'remove' && steps.some((other) => other.field === step.field && other.rule === 'fill'),
  );
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
    steps.some(
      (step) => step.applied && step.field === id && (step.rule === 'overwrite' || step.rule === 'erase'),
    )
  )
    return false;
  return sameValue([...asList(before)].sort(), [...asList(after)].sort());
}

function contextFor(
  context: PlaceholderContext,
  present: ReadonlyMap<FieldId, FieldValue>,
  resolvingDates: boolean,
): PlaceholderContext {
  const { dateTaken: _taken, datePublished, ...rest } = context;
  if (resolvingDates) return rest;
  const dateTaken = present.get('dateCreated') as string | undefined;
  const published = datePublished ?? (present.get('firstPublicationDate') as string | undefined);
  return { ...rest, ...(dateTaken ? { dateTaken } : {}), ...(published ? { datePublished: published } : {}) };
}

function applyEntry(
  templateId: string,
  { entry, texts, structures }: CompiledEntry,
  before: FieldValue | null,
  context: PlaceholderContext,
): Step {
  const erases = entry.rule === 'erase';
  const evaluated = erases ? [] : texts.map((text) => evaluate(text, context));
  const built = erases ? [] : structures.map((one) => evaluateStructure(one, context));
  const missing = [...evaluated, ...built].flatMap((one) => one.missing);
  const usable = evaluated.map((one) => normalisedText(one.text)).filter((text) => text.trim() !== '');
  const full = usable.length > 0 || built.length > 0 || erases;
  const applied = missing.length === 0 && full && checkEntry(entry).length === 0;
  const after = applied
    ? applyRule(
        entry.field,
        entry.rule,
        before ?? undefined,
        usable,
        built.map((one) => one.structure),
      )
    : before;
  return { templateId, field: entry.field, rule: entry.rule, before, after, missing, applied };
}

function missingProblems(step: Step): Problem[] {
  return step.missing.map((name) => problem('placeholder-missing', step.field, { found: name }));
}

/**
 * The closing lines that the templates in force put after this picture's caption: what stands behind the
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
