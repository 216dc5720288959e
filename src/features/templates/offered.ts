import { type FieldId, field, fieldIds, fieldLabel, fieldNamed } from '@/core/catalogue/fields';
import { placeholderKey, placeholderText } from '@/core/templates/grammar';
import { identityPartNames, identityPlaceholder } from '@/core/templates/identity';
import {
  compileText,
  evaluate,
  isBuiltIn,
  type PlaceholderContext,
  placeholderNames,
} from '@/core/templates/placeholders';
import type { Values } from '@/core/templates/resolution';
import type { ListedIdentity } from '@/server/operations/identities/identities';
import type { OfferedPlaceholder } from './tokens/PlaceholderMenu';

/** Fields whose value is seldom wanted inside another text are not on offer; typed by name they work. */
const offeredFields: readonly FieldId[] = fieldIds.filter(
  (id) => ['text', 'multiline', 'list', 'uri', 'date'].includes(field(id).type) && field(id).need !== 'all',
);

/** All placeholders on offer, each with what it gives for the sample. */
export function offeredPlaceholders(
  context: PlaceholderContext,
  values: Values,
  identities: readonly ListedIdentity[],
): OfferedPlaceholder[] {
  const texts = [
    ...placeholderNames.map((name) => ({ name, text: placeholderText({ name }) })),
    ...Object.keys(context.facts).map((name) => ({ name, text: placeholderText({ name }) })),
    ...identities.flatMap((one) =>
      identityPartNames
        .filter((part) => part === 'name' || one.parts[part])
        .map((part) => ({ name: `${one.name}: ${part}`, text: identityPlaceholder(one, part) })),
    ),
    ...offeredFields.map((id) => ({
      name: fieldLabel(id).toLowerCase(),
      text: placeholderText({ name: fieldLabel(id).toLowerCase() }),
    })),
  ];
  return texts.map(({ name, text }) => {
    const { text: example, missing } = evaluate(compileText(text), context, (id) => values[id]);
    return { name, text, example: missing.length > 0 ? 'no value here' : example.slice(0, 60) };
  });
}

/** Whether something answers a placeholder of this name: a computed value, a fact, one's details, a field. */
export function knowsPlaceholder(
  facts: readonly string[],
  identities: readonly ListedIdentity[],
): (name: string) => boolean {
  const named = new Set([...facts, ...identities.map((one) => one.name)].map(placeholderKey));
  return (name) => {
    const key = placeholderKey(name);
    return isBuiltIn(key) || named.has(key) || fieldNamed(key) !== undefined;
  };
}
