import { type FieldId, field } from '../catalogue/fields';
import {
  asList,
  asText,
  type FieldValue,
  isEmpty,
  normalised,
  sameValue,
  structuresOf,
} from '../catalogue/value';
import { sameTerm, termKey } from '../keywords/parse';
import { type CompiledTemplates, compileTemplates } from './compile';
import type { PlaceholderContext } from './placeholders';
import type { Step, Values } from './resolution';
import { resolve } from './resolve';
import { separatorOf } from './rules';
import { containsSegment, withoutSegment } from './segments';
import type { Entry, Template } from './template';

/** One state of a template: a version, with one's identities as they were then. */
export interface TemplateState {
  readonly version: number;
  readonly entries: readonly Entry[];
  readonly identities: NonNullable<PlaceholderContext['identities']>;
}

interface CompiledState {
  readonly state: TemplateState;
  readonly compiled: CompiledTemplates;
}

/** States of one template, the present one first, compiled once for any number of pictures. */
export function compileStates(
  template: Pick<Template, 'id' | 'name' | 'kind'>,
  states: readonly TemplateState[],
): CompiledState[] {
  return states.map((state) => ({
    state,
    compiled: compileTemplates([{ ...template, version: state.version, entries: state.entries }]),
  }));
}

export interface Carrying {
  /** The state that fits best. */
  readonly version: number;
  readonly isPresent: boolean;
  /** Fields that carry what that state gives. */
  readonly fields: readonly FieldId[];
  /** Entries of that state that give something. */
  readonly of: number;
}

/** A file carries a template when at least half of what a state of it gives is there. */
export function carryingOf(
  states: readonly CompiledState[],
  values: Values,
  context: PlaceholderContext,
): Carrying | undefined {
  let best: Carrying | undefined;
  states.forEach(({ state, compiled }, index) => {
    const giving = stepsOf(compiled, values, { ...context, identities: state.identities });
    const fields = giving.filter((step) => isCarried(step, values[step.field])).map((step) => step.field);
    const telling = fields.some((id) => field(id).type !== 'choice');
    if (!telling || fields.length * 2 < giving.length) return;
    // The state of which most is there; of equals the one that is there most wholly, then the present one.
    const isCloser =
      !best ||
      fields.length > best.fields.length ||
      (fields.length === best.fields.length && giving.length < best.of);
    if (isCloser) best = { version: state.version, isPresent: index === 0, fields, of: giving.length };
  });
  return best;
}

function stepsOf(compiled: CompiledTemplates, values: Values, context: PlaceholderContext): Step[] {
  return resolve(compiled, values, context).steps.filter(
    (step) => step.applied && step.contribution !== null,
  );
}

function isCarried({ field: id, rule, contribution }: Step, present: FieldValue | undefined): boolean {
  if (isEmpty(present)) return false;
  if (rule === 'before' || rule === 'after')
    return containsSegment(asText(present), asText(contribution), separatorOf(id));
  if (rule === 'add')
    return field(id).structure
      ? structuresOf(contribution).every((one) =>
          structuresOf(present).some((held) => sameValue([held], [one])),
        )
      : asList(contribution).every((term) => asList(present).some((held) => sameTerm(held, term)));
  return sameValue(present, contribution);
}

/**
 * Works out what brings a file to the present state: fields that carry what an earlier state gave take what the
 * present one gives, or are emptied where it gives nothing; empty fields are filled. What was written by
 * hand since is left alone. Null erases.
 */
export function renewal(
  states: readonly CompiledState[],
  values: Values,
  context: PlaceholderContext,
): Map<FieldId, FieldValue | null> {
  const [present, ...earlier] = states;
  const wanted = new Map<FieldId, FieldValue | null>();
  if (!present) return wanted;
  const now = { ...context, identities: present.state.identities };
  const older = earlier.map(({ state, compiled }) =>
    stepsOf(compiled, values, { ...context, identities: state.identities }),
  );
  const bare = withoutCarried(older.flat(), stepsOf(present.compiled, values, now), values);
  const { changes } = resolve(present.compiled, bare.values, now);
  const ids = new Set([...bare.taken, ...changes.keys()]);
  for (const id of ids) {
    const handWritten = !bare.taken.has(id) && !isEmpty(values[id]);
    if (handWritten) continue;
    const value = changes.has(id) ? changes.get(id)!.value : (bare.values[id] ?? null);
    if (!sameValue(value, values[id])) wanted.set(id, value);
  }
  return wanted;
}

/** The values without what earlier states gave and the present one does not. */
function withoutCarried(older: readonly Step[], present: readonly Step[], values: Values) {
  const left: { [K in FieldId]?: FieldValue } = { ...values };
  const taken = new Set<FieldId>();
  for (const step of older) {
    const id = step.field;
    const stands = present.some(
      (one) => one.field === id && one.rule === step.rule && sameValue(one.contribution, step.contribution),
    );
    if (stands || isEmpty(left[id]) || !isCarried(step, left[id])) continue;
    taken.add(id);
    const rest = normalised(taking(step, left[id]!));
    if (rest === null) delete left[id];
    else left[id] = rest;
  }
  return { values: left as Values, taken };
}

function taking({ field: id, rule, contribution }: Step, present: FieldValue): FieldValue | null {
  if (rule === 'before' || rule === 'after')
    return withoutSegment(asText(present), asText(contribution), separatorOf(id));
  if (rule !== 'add') return null;
  if (field(id).structure)
    return structuresOf(present).filter(
      (held) => !structuresOf(contribution).some((one) => sameValue([held], [one])),
    );
  const gone = new Set(asList(contribution).map(termKey));
  return asList(present).filter((term) => !gone.has(termKey(term)));
}
