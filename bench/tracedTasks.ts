import type { Page } from '@playwright/test';

interface TraceEvent {
  readonly name: string;
  readonly pid: number;
  readonly tid: number;
  /** Microseconds of the thread's processor time. */
  readonly tdur?: number;
}

/** Milliseconds of processor time of every task of the page's main thread while something is done. */
export async function tracedTasks(page: Page, act: () => Promise<void>): Promise<number[]> {
  const cdp = await page.context().newCDPSession(page);
  const events: TraceEvent[] = [];
  cdp.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])));
  await cdp.send('Tracing.start', { categories: 'devtools.timeline,toplevel', transferMode: 'ReportEvents' });
  await act();
  const complete = new Promise((resolve) => cdp.once('Tracing.tracingComplete', resolve));
  await cdp.send('Tracing.end');
  await complete;
  const layouts = new Map<string, number>();
  const thread = ({ pid, tid }: TraceEvent) => `${pid} ${tid}`;
  for (const one of events)
    if (one.name === 'Layout') layouts.set(thread(one), (layouts.get(thread(one)) ?? 0) + 1);
  const [main] = [...layouts].sort((a, b) => b[1] - a[1])[0] ?? [];
  return events
    .filter((one) => thread(one) === main && /RunTask$/.test(one.name))
    .map((one) => (one.tdur ?? 0) / 1000);
}
