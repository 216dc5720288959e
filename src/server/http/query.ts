import Ajv, { type ValidateFunction } from 'ajv';
import addFormats from 'ajv-formats';
import { failure } from '../problems/errors';

const ajv = addFormats(new Ajv({ strictTypes: false, coerceTypes: true, useDefaults: true }));

/** The schema of what may be behind the "?" of an address; numbers and defaults are filled in. */
export function querySchema<T>(
  properties: Readonly<Record<string, object>>,
  required: readonly string[] = [],
): ValidateFunction<T> {
  return ajv.compile<T>({ type: 'object', properties, required, additionalProperties: false });
}

const nothing = querySchema<object>({});

/** Throws 'query-not-understood' (422) for any query. */
export function refuseQuery(url: string): undefined {
  queryOf(url, nothing);
}

/** Throws 'query-not-understood' (422), with the name of the part and not its value. */
export function queryOf<T>(url: string, shape: ValidateFunction<T>): T {
  const asked: unknown = Object.fromEntries(new URL(url).searchParams);
  if (shape(asked)) return asked;
  const [first] = shape.errors ?? [];
  throw failure('query-not-understood', {
    where: `${first?.instancePath ?? ''} ${first?.message ?? ''}`.trim(),
  });
}
