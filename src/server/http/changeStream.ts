import { listen } from '../jobs/listen';
import { CHANGES_CHANNEL } from '../jobs/queue';
import { enter } from './underWay';

type Listener = (payload: string) => void;
const HEARTBEAT_MS = 20_000;
const kept = globalThis as unknown as { fabricaListeners?: Set<Listener>; fabricaClosers?: Set<() => void> };

/** One listening connection per process sends its notices to every open stream. After a gap the windows read again. */
async function listeners(): Promise<Set<Listener>> {
  if (kept.fabricaListeners) return kept.fabricaListeners;
  const all = new Set<Listener>();
  kept.fabricaListeners = all;
  const toAll = (payload: string) => all.forEach((listener) => void listener(payload));
  await listen(CHANGES_CHANNEL, toAll, () => toAll(JSON.stringify({ kind: 'everything', id: '' })));
  return all;
}

/** Open streams would keep the server from ending: they are closed when it is asked to. */
function closers(): Set<() => void> {
  if (kept.fabricaClosers) return kept.fabricaClosers;
  const all = new Set<() => void>();
  kept.fabricaClosers = all;
  process.once('SIGTERM', () => all.forEach((close) => void close()));
  return all;
}

/** The stream of an open window: what changed, as server-sent events, until it is closed. */
export async function changeStream(signal: AbortSignal): Promise<Response> {
  const to = await listeners();
  const leave = enter('streams');
  const encoder = new TextEncoder();
  let close = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          // Ended without a word: the other windows still hear what changed.
          close();
        }
      };
      const listener: Listener = (payload) => send(`data: ${payload}\n\n`);
      const beat = setInterval(() => send(': still here\n\n'), HEARTBEAT_MS);
      close = () => {
        leave();
        clearInterval(beat);
        to.delete(listener);
        closers().delete(close);
        try {
          controller.close();
        } catch {
          // closed by the browser already
        }
      };
      to.add(listener);
      closers().add(close);
      signal.addEventListener('abort', close);
      if (signal.aborted) return close();
      send('retry: 1000\n\n');
    },
    cancel: () => close(),
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform' },
  });
}
