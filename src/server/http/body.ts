import Ajv, { type JSONSchemaType, type ValidateFunction } from 'ajv';
import addFormats from 'ajv-formats';
import { failure } from '../problems/errors';
import { enter } from './underWay';

/** Bytes of a JSON request. */
const MAX_BODY = 4 * 1024 * 1024;
const ajv = addFormats(new Ajv({ strictTypes: false }));

/** A JSON schema, compiled once (Ajv). */
export function schema<T>(shape: object): ValidateFunction<T> {
  return ajv.compile<T>(shape as JSONSchemaType<T>);
}

/** The JSON body, bounded while it is read and checked against its schema. */
export async function jsonBody<T>(request: Request, validate: ValidateFunction<T>): Promise<T> {
  const parsed = parse((await boundedBytes(request)).toString('utf8'));
  if (validate(parsed)) return parsed;
  const [first] = validate.errors ?? [];
  throw failure('request-not-understood', {
    where: `${first?.instancePath ?? ''} ${first?.message ?? ''}`.trim(),
  });
}

/** The body, bounded while it is read. */
export async function boundedBytes(request: Request, most = MAX_BODY): Promise<Buffer> {
  const leave = most > MAX_BODY ? enter('uploads') : () => {};
  try {
    const reader = request.body?.getReader();
    const parts: Uint8Array[] = [];
    let size = 0;
    for (let read = await reader?.read(); read && !read.done; read = await reader?.read()) {
      size += read.value.length;
      if (size > most) throw failure('request-too-large');
      parts.push(read.value);
    }
    return Buffer.concat(parts);
  } finally {
    leave();
  }
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw failure('request-not-understood', { where: '' });
  }
}
