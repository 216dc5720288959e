import { answerTo } from './endpoint';
import { streamOf } from './inPieces';

/**
 * An answer told as it comes about: one JSON text a line; parts that are texts are JSON already. The first part is
 * waited for, so that what fails at once is an ordinary error; what fails later is the last line, as `{ "error": … }`.
 */
export async function inLines(parts: AsyncGenerator<unknown>): Promise<Response> {
  return new Response(await streamOf(linesOf(parts)), {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  });
}

const line = (value: unknown) => `${typeof value === 'string' ? value : JSON.stringify(value)}\n`;

async function* linesOf(parts: AsyncGenerator<unknown>): AsyncGenerator<string> {
  let isBegun = false;
  try {
    for await (const part of parts) {
      isBegun = true;
      yield line(part);
    }
  } catch (error) {
    if (!isBegun) throw error;
    yield line({ error: answerTo(error).message });
  }
}
