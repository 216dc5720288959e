/** Asks Fabrica's own API. An answer that is an error throws its message, worded for a person. */
export class ApiError extends Error {
  readonly status: number;
  constructor(message: string, status: number) {
    super(message);
    this.status = status;
  }
}

export async function ask<T>(
  path: string,
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE' = 'GET',
  body?: unknown,
): Promise<T> {
  const response = await fetch(`/api/${path}`, {
    method,
    ...(body === undefined
      ? {}
      : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  }).catch(() => {
    throw new ApiError('Fabrica does not answer. Is it still running?', 0);
  });
  const answer = (await response.json().catch(() => ({}))) as T & { message?: string };
  if (!response.ok) throw new ApiError(answer.message ?? 'Something in Fabrica failed.', response.status);
  return answer;
}
