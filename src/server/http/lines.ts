import { answerTo } from './endpoint';

/**
 * An answer told as it comes about: one JSON text a line. The first part is waited for, so that what fails
 * at once is an ordinary error; what fails later is the last line, as `{ "error": … }`.
 */
export async function inLines(parts: AsyncGenerator<unknown>): Promise<Response> {
  const encoder = new TextEncoder();
  const line = (value: unknown) => encoder.encode(`${JSON.stringify(value)}\n`);
  const first = await parts.next();
  let next: IteratorResult<unknown> | undefined = first;
  let isRead = true;
  const stream = new ReadableStream<Uint8Array>({
    async pull(controller) {
      try {
        const part = next ?? (await parts.next());
        next = undefined;
        // Who asked has gone away meanwhile.
        if (!isRead) return;
        if (part.done) controller.close();
        else controller.enqueue(line(part.value));
      } catch (error) {
        if (!isRead) return;
        controller.enqueue(line({ error: answerTo(error).message }));
        controller.close();
      }
    },
    cancel: () => {
      isRead = false;
      void parts.return(undefined);
    },
  });
  return new Response(stream, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  });
}
