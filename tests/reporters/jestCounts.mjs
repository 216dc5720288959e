import { Counts } from './counts.mjs';

export default class JestCounts {
  #counts = new Counts();

  onTestResult({ path }, { numPassingTests, numFailingTests, testExecError, perfStats }) {
    // A suite that could not run has no tests, and counts as a failure.
    const failed = numFailingTests + (testExecError && numFailingTests === 0 ? 1 : 0);
    this.#counts.add(path, { passed: numPassingTests, failed, ms: perfStats.end - perfStats.start });
    this.#counts.write();
  }
}
