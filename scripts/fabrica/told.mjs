/** An error message for a person, shown without a stack. */
export class LauncherError extends Error {}

/** One line about what is being done. */
export function print(text) {
  console.log(`  ${text}`);
}

/** The steps of a start, numbered, each with the time that it took. */
export class Steps {
  constructor(count) {
    this.count = count;
    this.done = 0;
    this.began = Date.now();
  }

  /** Says what begins, does it, and says how long it took; what is done in no time is not told. */
  async step(name, act) {
    this.done++;
    const from = Date.now();
    const label = `[${this.done}/${this.count}] ${name}`;
    const timer = setTimeout(() => print(`${label} …`), TOLD_AFTER_MS);
    try {
      const result = await act();
      const seconds = (Date.now() - from) / 1000;
      print(`${label}: ${seconds < 1 ? 'ready' : `${seconds.toFixed(0)} s`}`);
      return result;
    } finally {
      clearTimeout(timer);
    }
  }

  seconds() {
    return ((Date.now() - this.began) / 1000).toFixed(0);
  }
}

/** A step that takes longer says that it has begun. */
const TOLD_AFTER_MS = 400;
