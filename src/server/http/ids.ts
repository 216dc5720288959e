import { failure } from '../problems/errors';

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

export const isId = (text: unknown): text is string => typeof text === 'string' && UUID.test(text);

/** The ids in an address (none where it has no such part); 404 where one is none, so that no operation meets it. */
export function checkedIds(params: Readonly<Record<string, string>> = {}): Readonly<Record<string, string>> {
  for (const id of Object.values(params)) if (!isId(id)) throw failure('not-found', { what: 'address' });
  return params;
}
