import { failure, type OperationError } from './errors';

/** Codes of PostgreSQL (SQLSTATE, appendix A of its manual) and of a connection that is refused, which only its can be, with what they mean to people. */
const meanings = [
  // Class 22: a text is no value of its column's type. Such a request cannot be meant.
  [/^22/, () => failure('request-not-understood', { where: '' })],
  // 53100 disk_full
  [/^53100$/, () => failure('data-disk-full')],
  // Classes 08 and 57P: no connection, shut down, starting. 53300 too_many_connections
  [/^(08...|57P0[1-5]|53300|ECONNREFUSED)$/, () => failure('database-away')],
] as const satisfies readonly (readonly [RegExp, () => OperationError])[];

/** An error of the database for the answer; undefined where it is none that people can do anything about. */
export function databaseError(error: unknown): OperationError | undefined {
  for (let one = error; one instanceof Error; one = one.cause) {
    const code = (one as { code?: unknown }).code;
    const [, tell] = (typeof code === 'string' && meanings.find(([pattern]) => pattern.test(code))) || [];
    if (tell) return tell();
    if (/^(Connection terminated|timeout exceeded when trying to connect)/.test(one.message))
      return failure('database-away');
  }
  return undefined;
}
