import { Counts } from './counts.mjs';

export default class PlaywrightCounts {
  #counts = new Counts();

  /** A retry would hide a failure: every result counts. */
  onTestEnd(test, { status, duration }) {
    const isFailed = status !== test.expectedStatus;
    this.#counts.add(test.location.file, {
      passed: isFailed || status === 'skipped' ? 0 : 1,
      failed: isFailed || (status === 'skipped' && test.expectedStatus !== 'skipped') ? 1 : 0,
      ms: duration,
    });
    this.#counts.write();
  }

  onError() {
    this.#counts.add('outside of the tests', { failed: 1 });
    this.#counts.write();
  }
}
