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

/** A body that stands still for so long is given up: it would keep its place from others. */
const STANDS_STILL_MS = 15_000;

/** The body, bounded in size and in time while it is read. */
export async function boundedBytes(
  request: Request,
  most = MAX_BODY,
  standsStillMs = STANDS_STILL_MS,
): Promise<Buffer> {
  const leave = most > MAX_BODY ? enter('uploads') : () => {};
  const reader = request.body?.getReader();
  try {
    const parts: Uint8Array[] = [];
    let size = 0;
    for (;;) {
      const read = reader && (await within(reader.read(), standsStillMs));
      if (!read || read.done) return Buffer.concat(parts);
      size += read.value.length;
      if (size > most) throw failure('request-too-large');
      parts.push(read.value);
    }
  } catch (error) {
    void reader?.cancel().catch(() => undefined);
    throw error;
  } finally {
    leave();
  }
}

async function within<T>(work: Promise<T>, ms: number): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(failure('request-too-slow')), ms);
  });
  try {
    return await Promise.race([work, late]);
  } finally {
    clearTimeout(timer);
  }
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw failure('request-not-understood', { where: '' });
  }
}
