import { fieldLabel } from '../catalogue/fields';
import type { Conflict } from '../templates/conflicts';

/** One sentence a pair of templates that contradict each other, with the fields in which they do. */
export function conflictWords(
  found: readonly Conflict[],
  templates: readonly { readonly id: string; readonly name: string }[],
): string[] {
  const nameOf = (id: string) => templates.find((one) => one.id === id)?.name ?? '';
  const fields = new Map<string, string[]>();
  for (const one of found) {
    const names = one.templates.map((id) => `“${nameOf(id)}”`).join(' and ');
    fields.set(names, [...(fields.get(names) ?? []), fieldLabel(one.field)]);
  }
  return [...fields].map(([names, of]) => `${names} contradict each other in ${of.join(', ')}.`);
}
