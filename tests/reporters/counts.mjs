import { renameSync, writeFileSync } from 'node:fs';

/**
 * Counts of a test run for scripts/fabrica/test.mjs: numbers and paths alone, written after each suite. What a test throws never
 * goes in, so that no value can keep the counts from being written.
 */
export class Counts {
  #suites = new Map();

  add(path, { passed = 0, failed = 0, ms = 0 }) {
    const suite = this.#suites.get(path) ?? { path, passed: 0, failed: 0, ms: 0 };
    this.#suites.set(path, {
      path,
      passed: suite.passed + passed,
      failed: suite.failed + failed,
      ms: suite.ms + ms,
    });
  }

  write(file = process.env.FABRICA_COUNTS) {
    if (!file) return;
    writeFileSync(`${file}.part`, JSON.stringify([...this.#suites.values()]));
    renameSync(`${file}.part`, file);
  }
}
