import { writeSync } from 'node:fs';
import pino from 'pino';

/** Standard error. A line that cannot be written (the disk of the log is full) is dropped: it must not end the process. */
const destination = {
  write(line: string): void {
    try {
      writeSync(2, line);
    } catch {
      // The next line is tried again.
    }
  },
};

/**
 * Structured logs on standard error. Metadata values and file contents never go in: ids, codes and counts only. An error's
 * message may repeat what somebody wrote (a query with its parameters), so it stays out as well.
 */
export const log = pino(
  { level: process.env.FABRICA_LOG ?? 'info', base: null, serializers: { err: errorInLog } },
  destination,
);

export interface ErrorInLog {
  readonly name: string;
  readonly code?: string;
  readonly at: readonly string[];
  readonly cause?: ErrorInLog;
}

const FRAMES = 12;
const FRAME = /^ {4}at /;

/** Loggable parts of an error: its name, its code, where it came from, and what caused it. */
export function errorInLog(error: unknown): ErrorInLog | undefined {
  if (!(error instanceof Error)) return undefined;
  const { name, message, cause, stack = '' } = error;
  const { code } = error as { code?: unknown };
  const at = stack
    .replace(message, '')
    .split('\n')
    .filter((line) => FRAME.test(line));
  const before = errorInLog(cause);
  return {
    name,
    ...(typeof code === 'string' && /^[\w-]{1,40}$/.test(code) ? { code } : {}),
    at: at.slice(0, FRAMES).map((line) => line.trim()),
    ...(before ? { cause: before } : {}),
  };
}
