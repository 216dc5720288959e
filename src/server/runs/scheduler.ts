import type { Context } from '../context';
import { listen } from '../jobs/listen';
import { RUNS_CHANNEL } from '../jobs/queue';
import { log } from '../log';
import { carryOutRun } from './carryOutRun';
import { runsToCarryOut } from './claims';

/** Runs that one process carries out at the same time. */
const AT_ONCE = 3;
/** How often it looks by itself: items of a worker that was killed are free without a notice. */
const LOOK_MS = 300;
/** Before a run that failed as a whole is tried again; doubled each time. */
const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 30_000;

/**
 * The one way in which runs are scheduled. The table of runs is the queue: every worker carries out what it
 * finds there that has something to do, woken by a notice when one is added or goes on, and looking by itself
 * now and then. A run that fails as a whole (the database is gone, say) waits, longer each time.
 */
export async function carryOutRuns(
  context: Context,
  { stopping, before }: { stopping: () => boolean; before: () => Promise<void> },
): Promise<void> {
  const bell = new Bell();
  await listen(
    RUNS_CHANNEL,
    () => bell.ring(),
    () => bell.ring(),
  );
  const inProgress = new Map<string, Promise<void>>();
  const pauses = new Map<string, { readonly until: number; readonly ms: number }>();
  const carryOut = async (id: string) => {
    try {
      await before();
      await carryOutRun(context, id, stopping);
      pauses.delete(id);
    } catch (error) {
      const ms = Math.min((pauses.get(id)?.ms ?? FIRST_PAUSE_MS / 2) * 2, LONGEST_PAUSE_MS);
      pauses.set(id, { ms, until: Date.now() + ms });
      if (!stopping()) log.warn({ name: (error as Error).name }, 'a run failed as a whole; it waits');
    } finally {
      inProgress.delete(id);
      bell.ring();
    }
  };
  while (!stopping()) {
    const ids = await runsToCarryOut(context).catch(() => []);
    for (const id of ids)
      if (inProgress.size < AT_ONCE && !inProgress.has(id) && (pauses.get(id)?.until ?? 0) <= Date.now())
        inProgress.set(id, carryOut(id));
    await bell.wait(LOOK_MS);
  }
  await Promise.all(inProgress.values());
}

/** Wakes a waiting loop; when none waits, the next wait ends at once. */
class Bell {
  private isRung = false;
  private wake: (() => void) | undefined;

  ring(): void {
    this.isRung = true;
    this.wake?.();
  }

  async wait(mostMs: number): Promise<void> {
    if (!this.isRung)
      await new Promise<void>((resolve) => {
        this.wake = resolve;
        setTimeout(resolve, mostMs).unref();
      });
    this.wake = undefined;
    this.isRung = false;
  }
}
