import { failure } from '../problems/errors';

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

export const isId = (text: unknown): text is string => typeof text === 'string' && UUID.test(text);

const PICTURE_NAME = /^[a-z\d-]+\.png$/;

/**
 * The ids in an address (none where it has no such part), and the `name` of a picture; 404 for anything else, so that no
 * operation meets it.
 */
export function checkedIds(params: Readonly<Record<string, string>> = {}): Readonly<Record<string, string>> {
  for (const [key, value] of Object.entries(params))
    if (!(key === 'name' ? PICTURE_NAME.test(value) : isId(value)))
      throw failure('not-found', { what: 'address' });
  return params;
}
