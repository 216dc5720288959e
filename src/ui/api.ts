/** Asks Fabrica's own API. An answer that is an error throws its message, worded for a person. */
export class ApiError extends Error {
  readonly status: number;
  constructor(message: string, status: number) {
    super(message);
    this.status = status;
  }
}

/** Characters; browsers refuse more than 64 KiB at a time. */
const MOST_KEPT_ALIVE = 20_000;

export async function ask<T>(
  path: string,
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE' = 'GET',
  body?: unknown,
): Promise<T> {
  const sent = body === undefined ? undefined : JSON.stringify(body);
  const response = await fetch(`/api/${path}`, {
    method,
    ...(sent === undefined ? {} : { body: sent, headers: { 'content-type': 'application/json' } }),
    // A page that is left may still finish saving.
    keepalive: sent !== undefined && sent.length < MOST_KEPT_ALIVE,
  }).catch(() => {
    throw new ApiError('Fabrica does not answer. Is it still running?', 0);
  });
  const answer = (await response.json().catch(() => ({}))) as T & { message?: string };
  if (!response.ok) throw new ApiError(answer.message ?? 'Something in Fabrica failed.', response.status);
  return answer;
}
