import { asText, type FieldValue, type Structure } from '../catalogue/value';

/** How a list of contributors becomes a line: for each "role" and "name", and what is between two. */
export interface CreditsPattern {
  /** With the words "role" and "name" in braces, as in "{role}: {name}". */
  readonly one: string;
  readonly between: string;
}

export const usualPattern: CreditsPattern = { one: '{role}: {name}', between: '; ' };

/** Roles of a studio production (common practice); any other can be typed. */
export const usualRoles = ['styling', 'hair', 'make-up', 'model', 'assistant', 'set design', 'retouching'];

/** A member of a structure as text, its items joined. */
const memberText = (structure: Structure, member: string): string =>
  asText(structure[member] as FieldValue | undefined).trim();

/** "Styling: Mira Lund; hair: Tor Bakke": one part for each role, its names joined; in the order of the list. */
export function creditsLine(contributors: readonly Structure[], { one, between }: CreditsPattern): string {
  const byRole = new Map<string, string[]>();
  for (const contributor of contributors) {
    const role = memberText(contributor, 'role');
    const name = memberText(contributor, 'name');
    if (name !== '') byRole.set(role, [...(byRole.get(role) ?? []), name]);
  }
  const parts = [...byRole].map(([role, names]) =>
    role === ''
      ? names.join(', ')
      : one.replaceAll('{role}', () => role).replaceAll('{name}', () => names.join(', ')),
  );
  const line = parts.join(between);
  return line.charAt(0).toUpperCase() + line.slice(1);
}

/** A caption with the line of credits on a line of its own, in place of the former one. */
export function withCredits(caption: string, former: string, line: string): string {
  const lines = caption.split('\n').filter((one) => one !== former || former === '');
  const kept = lines.filter((one) => one !== line);
  return [...kept, ...(line === '' ? [] : [line])].join('\n').replace(/^\n+/, '');
}
