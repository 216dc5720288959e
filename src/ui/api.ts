/** Asks Fabrica's own API. An answer that is an error throws its message, worded for a person. */
export class ApiError extends Error {
  readonly status: number;
  /** Of the table of errors (server/problems/errors). */
  readonly code: string | undefined;
  constructor(message: string, status: number, code?: string) {
    super(message);
    this.status = status;
    this.code = code;
  }
}

/** Whether the same may go well later: nobody answered, or Fabrica itself failed. */
export const mayTryAgain = (error: unknown): boolean =>
  !(error instanceof ApiError) || error.status === 0 || error.status >= 500;

/** Characters; browsers refuse more than 64 KiB at a time. */
const MOST_KEPT_ALIVE = 20_000;

export async function apiRequest<T>(
  path: string,
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE' = 'GET',
  body?: unknown,
  /** Of an act that begins something: sent again, it is carried out once. */
  key?: string,
): Promise<T> {
  const sent = body === undefined ? undefined : JSON.stringify(body);
  const response = await fetch(`/api/${path}`, {
    method,
    ...(sent === undefined ? {} : { body: sent }),
    headers: {
      ...(sent === undefined ? {} : { 'content-type': 'application/json' }),
      ...(key === undefined ? {} : { 'x-fabrica-act': key }),
    },
    // A page that is left may still finish saving.
    keepalive: sent !== undefined && sent.length < MOST_KEPT_ALIVE,
  }).catch(() => {
    throw new ApiError('Fabrica does not answer. Is it still running?', 0);
  });
  const answer = (await response.json().catch(() => ({}))) as T & { message?: string; code?: string };
  if (!response.ok)
    throw new ApiError(answer.message ?? 'Something in Fabrica failed.', response.status, answer.code);
  return answer;
}

/** Sends a file, and is answered with one. */
export async function apiRequestBytes(path: string, file: Blob): Promise<{ bytes: Blob; name: string }> {
  const response = await fetch(`/api/${path}`, { method: 'POST', body: file }).catch(() => {
    throw new ApiError('Fabrica does not answer. Is it still running?', 0);
  });
  if (!response.ok) {
    const { message } = (await response.json().catch(() => ({}))) as { message?: string };
    throw new ApiError(message ?? 'Something in Fabrica failed.', response.status);
  }
  const name = decodeURIComponent(response.headers.get('x-fabrica-name') ?? '');
  return { bytes: await response.blob(), name };
}

/** An answer that comes in lines, each told to `onLine` when it is there. */
export async function apiRequestLines<T>(
  path: string,
  onLine: (part: T) => void,
  signal?: AbortSignal,
  /** Sent where the answer is that of an act. */
  body?: unknown,
): Promise<void> {
  const sent =
    body === undefined
      ? {}
      : { method: 'POST', body: JSON.stringify(body), headers: { 'content-type': 'application/json' } };
  const response = await fetch(`/api/${path}`, { ...sent, ...(signal ? { signal } : {}) }).catch((error) => {
    if (signal?.aborted) throw error;
    throw new ApiError('Fabrica does not answer. Is it still running?', 0);
  });
  if (!response.ok || !response.body) {
    const { message } = (await response.json().catch(() => ({}))) as { message?: string };
    throw new ApiError(message ?? 'Something in Fabrica failed.', response.status);
  }
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { done, value = '' } = await reader.read();
    const lines = (rest + value).split('\n');
    rest = lines.pop()!;
    for (const line of lines) {
      const part = JSON.parse(line) as T & { error?: string };
      if (part.error) throw new ApiError(part.error, 500);
      onLine(part);
    }
    if (done) return;
  }
}
