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
  const errors = validate.errors ?? [];
  const tooMuch = errors.find(({ keyword }) => keyword === 'maxLength' || keyword === 'maxItems');
  if (tooMuch)
    throw failure('too-much-text', {
      unit: tooMuch.keyword === 'maxLength' ? 'characters' : 'entries',
      most: tooMuch.params.limit,
    });
  const [first] = errors;
  throw failure('request-not-understood', {
    where: `${first?.instancePath ?? ''} ${first?.message ?? ''}`.trim(),
  });
}

/** How long a body may pause; a stalled one would occupy a place that others wait for. */
const LONGEST_PAUSE_MS = 15_000;

/** The body, bounded in size and in its pauses while it is read. */
export async function boundedBytes(
  request: Request,
  most = MAX_BODY,
  longestPauseMs = LONGEST_PAUSE_MS,
): Promise<Buffer> {
  const leave = most > MAX_BODY ? enter('uploads') : () => {};
  try {
    const parts: Uint8Array[] = [];
    let size = 0;
    for await (const part of flowing(request.body, longestPauseMs) ?? []) {
      size += part.length;
      if (size > most) throw failure('request-too-large');
      parts.push(part);
    }
    return Buffer.concat(parts);
  } finally {
    leave();
  }
}

/** A body as a stream that fails with 'request-too-slow' (408) after too long a pause. */
export function flowing(
  body: ReadableStream<Uint8Array> | null,
  longestPauseMs = LONGEST_PAUSE_MS,
): ReadableStream<Uint8Array> | null {
  if (!body) return null;
  const reader = body.getReader();
  const cancel = () => reader.cancel().catch(() => undefined);
  return new ReadableStream({
    async pull(controller) {
      let timer: ReturnType<typeof setTimeout> | undefined;
      const late = new Promise<never>((_resolve, reject) => {
        timer = setTimeout(() => reject(failure('request-too-slow')), longestPauseMs);
      });
      try {
        const { done, value } = await Promise.race([reader.read(), late]);
        if (done) controller.close();
        else controller.enqueue(value);
      } catch (error) {
        void cancel();
        throw error;
      } finally {
        clearTimeout(timer);
      }
    },
    cancel,
  });
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw failure('request-not-understood', { where: '' });
  }
}
