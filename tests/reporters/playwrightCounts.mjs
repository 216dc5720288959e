import { readFileSync } from 'node:fs';
import { Counts } from './counts.mjs';

/** Of what the page showed when a test failed, printed so that a log alone explains it. */
const SHOWN_CHARACTERS = 8000;

export default class PlaywrightCounts {
  #counts = new Counts();

  /** A retry would hide a failure: every result counts. */
  onTestEnd(test, { status, duration, attachments = [] }) {
    const isFailed = status !== test.expectedStatus;
    this.#counts.add(test.location.file, {
      passed: isFailed || status === 'skipped' ? 0 : 1,
      failed: isFailed || (status === 'skipped' && test.expectedStatus !== 'skipped') ? 1 : 0,
      ms: duration,
    });
    this.#counts.write();
    const context = attachments.find((one) => one.name === 'error-context')?.path;
    if (isFailed && context) console.log(readFileSync(context, 'utf8').slice(0, SHOWN_CHARACTERS));
  }

  onError() {
    this.#counts.add('outside of the tests', { failed: 1 });
    this.#counts.write();
  }
}
