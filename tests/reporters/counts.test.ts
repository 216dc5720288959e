import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import JestCounts from './jestCounts.mjs';
import PlaywrightCounts from './playwrightCounts.mjs';

const folder = mkdtempSync(path.join(tmpdir(), 'fabrica-counts-'));
const file = path.join(folder, 'counts.json');
beforeEach(() => {
  process.env.FABRICA_COUNTS = file;
});
afterAll(() => {
  delete process.env.FABRICA_COUNTS;
  rmSync(folder, { recursive: true });
});
const written = () =>
  JSON.parse(readFileSync(file, 'utf8')) as { path: string; passed: number; failed: number }[];

/** An error that JSON cannot serialize: it holds itself and a BigInt. */
const unserializable = Object.assign(new Error('x'), { n: 1n });
Object.assign(unserializable, { self: unserializable });
const perfStats = { start: 1000, end: 3000 };

test('Jest: an error that JSON cannot serialize leaves all counts', () => {
  const reporter = new JestCounts();
  reporter.onTestResult(
    { path: 'a' },
    { numPassingTests: 3, numFailingTests: 0, testExecError: undefined, perfStats },
  );
  reporter.onTestResult(
    { path: 'b' },
    { numPassingTests: 1, numFailingTests: 1, testExecError: unserializable, perfStats },
  );
  expect(written()).toEqual([
    { path: 'a', passed: 3, failed: 0, ms: 2000 },
    { path: 'b', passed: 1, failed: 1, ms: 2000 },
  ]);
});

test('Jest: a suite that cannot run is one failure', () => {
  new JestCounts().onTestResult(
    { path: 'a' },
    { numPassingTests: 0, numFailingTests: 0, testExecError: unserializable, perfStats },
  );
  expect(written()).toMatchObject([{ passed: 0, failed: 1 }]);
});

test('Playwright: failed, passed and skipped after a failure; a failed attempt counts although a retry passes', () => {
  const reporter = new PlaywrightCounts();
  const spec = { location: { file: 's' }, expectedStatus: 'passed' };
  for (const status of ['passed', 'failed', 'passed', 'timedOut'])
    reporter.onTestEnd(spec, { status, duration: 5 });
  reporter.onTestEnd({ ...spec, expectedStatus: 'skipped' }, { status: 'skipped', duration: 0 });
  expect(written()).toEqual([{ path: 's', passed: 2, failed: 2, ms: 20 }]);
});
