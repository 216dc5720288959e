/** A request that cannot be carried out: worded for a person, sent as HTTP 4xx. */
export class OperationError extends Error {
  readonly status: 400 | 404 | 409 | 422;
  constructor(message: string, status: 400 | 404 | 409 | 422 = 400) {
    super(message);
    this.name = 'OperationError';
    this.status = status;
  }
}

export function found<T>(value: T | undefined, what: string): T {
  if (value === undefined) throw new OperationError(`There is no such ${what} any more.`, 404);
  return value;
}
