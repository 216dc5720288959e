import { Client } from 'pg';
import { config } from '../config';
import { log } from '../log';
import { CHANGES_CHANNEL } from './queue';

type Listener = (payload: string) => void;
const HEARTBEAT_MS = 20_000;
const RETRY_MS = 1000;
const kept = globalThis as unknown as { fabricaListeners?: Set<Listener>; fabricaClosers?: Set<() => void> };

/** One LISTEN connection a process; its notices go to every open stream. Connects again when lost. */
async function listeners(): Promise<Set<Listener>> {
  if (kept.fabricaListeners) return kept.fabricaListeners;
  kept.fabricaListeners = new Set();
  await connect(kept.fabricaListeners);
  return kept.fabricaListeners;
}

async function connect(to: Set<Listener>): Promise<void> {
  const client = new Client({ connectionString: config().databaseUrl });
  let lost = false;
  const again = () => {
    if (!lost) setTimeout(() => void connect(to), RETRY_MS).unref();
    lost = true;
  };
  client.on('notification', ({ payload }) => payload && to.forEach((listener) => void listener(payload)));
  client.on('error', again);
  try {
    await client.connect();
    await client.query(`listen ${CHANGES_CHANNEL}`);
    // After a gap windows must look for themselves.
    to.forEach((listener) => void listener(JSON.stringify({ kind: 'everything', id: '' })));
  } catch {
    log.warn('the change listener could not connect; trying again');
    again();
  }
}

/** Open streams would keep the server from ending: they are closed when it is asked to. */
function closers(): Set<() => void> {
  if (kept.fabricaClosers) return kept.fabricaClosers;
  const all = new Set<() => void>();
  kept.fabricaClosers = all;
  process.once('SIGTERM', () => all.forEach((close) => void close()));
  return all;
}

export async function changeStream(signal: AbortSignal): Promise<Response> {
  const to = await listeners();
  const encoder = new TextEncoder();
  let close = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => controller.enqueue(encoder.encode(text));
      const listener: Listener = (payload) => send(`data: ${payload}\n\n`);
      const beat = setInterval(() => send(': still here\n\n'), HEARTBEAT_MS);
      close = () => {
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
      send('retry: 1000\n\n');
    },
    cancel: () => close(),
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform' },
  });
}
