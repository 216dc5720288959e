const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 30_000;
/** What lasted so long had started well: the pauses begin again. */
const LASTED_MS = 60_000;
const MOST_IN_A_ROW = 7;

/**
 * Pauses that grow from one failure to the next, and an end to them: `next()` gives milliseconds, or undefined when starting
 * once more makes no sense.
 */
export function growingPauses(now = Date.now) {
  let inARow = 0;
  let startedAt = now();
  return {
    started() {
      startedAt = now();
    },
    next() {
      if (now() - startedAt >= LASTED_MS) inARow = 0;
      if (inARow >= MOST_IN_A_ROW) return undefined;
      const pause = Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** inARow);
      inARow++;
      return pause;
    },
  };
}

/** Starts a part again whenever it ends by itself. `start` gives a child process; `ended` says whether all is to end. */
export function keepRunning({ name, log, start, ended, giveUp }) {
  const pauses = growingPauses();
  const begin = () => {
    pauses.started();
    start().on('exit', (code, signal) => {
      if (ended.asked) return;
      const pause = pauses.next();
      if (pause === undefined)
        return giveUp(`The ${name} ends again and again (${signal ?? code}). Its log: ${log}`);
      console.error(
        `\n  The ${name} ended unexpectedly (${signal ?? code}) and is started again in ${pause / 1000} s. Its log: ${log}`,
      );
      setTimeout(() => ended.asked || begin(), pause);
    });
  };
  begin();
}

const LOOK_MS = 1000;

/** Starts the database again when its process is gone. */
export function keepDatabase({ postgres, ended, giveUp }) {
  const pauses = growingPauses();
  const look = () => {
    if (ended.asked) return;
    if (postgres.isRunning()) return void setTimeout(look, LOOK_MS);
    const pause = pauses.next();
    if (pause === undefined)
      return giveUp(`The database ends again and again. Its log: ${postgres.home}/log`);
    console.error(`\n  The database ended unexpectedly and is started again in ${pause / 1000} s.`);
    setTimeout(() => {
      if (ended.asked) return;
      try {
        postgres.startAgain();
        pauses.started();
      } catch (error) {
        console.error(`\n  ${error.message}`);
      }
      look();
    }, pause);
  };
  setTimeout(look, LOOK_MS);
}
