import type { FieldId } from '../catalogue/fields';
import { contradictions } from '../checks/contradictions';
import { makerKey } from '../rights/makers';
import { type Identities, withIdentitiesWritten } from './identity';
import type { Entry, Template } from './template';

/** Two templates of a set that contradict each other about who made, owns or licenses a picture. */
export interface Conflict {
  readonly field: FieldId;
  /** Ids, in the order of the set. */
  readonly templates: readonly [string, string];
}

type Stating = Pick<Template, 'id' | 'entries'>;

/** Fields with one answer a picture (common practice): a second template that overwrites it says otherwise. */
const answeredOnce: readonly FieldId[] = [
  'creator',
  'copyrightOwner',
  'copyrightNotice',
  'rightsStatus',
  'usageTerms',
  'webStatement',
  'ccLicense',
];

/** Pairs of templates that contradict each other, one conflict per field. */
export function findConflicts(templates: readonly Stating[], identities: Identities): Conflict[] {
  return templates.flatMap((second, at) =>
    templates.slice(0, at).flatMap((first) =>
      conflictingFields(first, second, identities).map((field) => ({
        field,
        templates: [first.id, second.id] as const,
      })),
    ),
  );
}

function conflictingFields(first: Stating, second: Stating, identities: Identities): FieldId[] {
  const entryKey = (entry: Entry) =>
    JSON.stringify([entry.texts.map((text) => withIdentitiesWritten(text, identities)), entry.structures]);
  const differ = answeredOnce.filter((id) => {
    const [earlier, later] = [first, second].map(({ entries }) => entries.find((one) => one.field === id));
    if (!earlier || !later || earlier.rule === 'erase' || later.rule !== 'overwrite') return false;
    return entryKey(earlier) !== entryKey(later);
  });
  const [one, other] = [first, second].map(({ entries }) => entries.filter(isSignOff).map(entryKey));
  if (one!.length > 0 && other!.length > 0 && one!.join() !== other!.join()) differ.push('description');
  if (differ.length > 0) return differ;
  const alone = [first, second].flatMap((template) => contradicting([template]));
  return contradicting([first, second]).filter((id) => !alone.includes(id));
}

/** A line that is put before or after every caption. */
const isSignOff = ({ field, rule }: Entry) =>
  field === 'description' && (rule === 'after' || rule === 'before');

function contradicting(templates: readonly Stating[]): FieldId[] {
  const entries = templates.flatMap((one) => one.entries).filter((one) => one.rule !== 'erase');
  const values = Object.fromEntries(entries.map((one) => [one.field, one.texts.join(', ')]));
  return contradictions(values)
    .filter((one) => one.severity !== 'info')
    .map((one) => one.part as FieldId);
}

/** Whose a template is: the names that it writes as creator, and those whose details it takes. */
export function makersOf({ entries }: Pick<Template, 'entries'>, identities: Identities): string[] {
  const written = entries.filter((one) => one.rule !== 'erase');
  const texts = written.flatMap((one) => one.texts);
  const creators = written
    .filter((one) => one.field === 'creator')
    .flatMap((one) => one.texts.map((text) => withIdentitiesWritten(text, identities)))
    .filter((text) => !text.includes('{{'));
  const taken = Object.entries(identities)
    .filter(([name, parts]) => texts.some((text) => withIdentitiesWritten(text, { [name]: parts }) !== text))
    .map(([name, parts]) => parts.name ?? name);
  return [...new Map([...creators, ...taken].map((name) => [makerKey(name), name])).values()];
}

/**
 * Chooses the permanent templates of a new assignment: those of the chosen maker or of none; of two that contradict each
 * other, the first.
 */
export function templatesToBeginWith<T extends Stating>(
  templates: readonly T[],
  identities: Identities,
  chosen?: string,
): T[] {
  const begun: T[] = [];
  for (const one of templates) {
    const names = makersOf(one, identities).map(makerKey);
    if (chosen !== undefined && names.length > 0 && !names.includes(makerKey(chosen))) continue;
    if (findConflicts([...begun, one], identities).length === 0) begun.push(one);
  }
  return begun;
}
