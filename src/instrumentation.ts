/**
 * Methods that nobody uses are refused. What Next.js would write into the log of the web application is written as everything else there: an error without its
 * message, which may repeat what somebody wrote.
 */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  (await import('./server/http/methods')).refuseUnknownMethods();
  if (process.env.NODE_ENV !== 'production') return;
  const { log } = await import('./server/log');
  const written =
    (level: 'error' | 'warn') =>
    (...all: unknown[]): void =>
      log[level]({ err: all.find((one) => one instanceof Error) }, 'Next.js');
  console.error = written('error');
  console.warn = written('warn');
}
