import pino from 'pino';

/** Structured logs on standard error. Metadata values and file contents never go in: ids, codes and counts only. */
export const log = pino({ level: process.env.FABRICA_LOG ?? 'info', base: null }, pino.destination(2));
