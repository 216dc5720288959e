import { failure } from '../problems/errors';

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

export const isId = (text: unknown): text is string => typeof text === 'string' && UUID.test(text);

/** The ids in an address; 404 where one is none, so that no operation meets it. */
export function checkedIds<P extends Readonly<Record<string, string>>>(params: P): P {
  for (const id of Object.values(params)) if (!isId(id)) throw failure('not-found', { what: 'address' });
  return params;
}
