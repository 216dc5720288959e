import { expect, test } from '@playwright/test';
import { readControls } from './controlUse';

/**
 * After all other browser tests: no control without a test that used it with an effect (controlUse.ts). A new control fails here
 * until a test uses it; so does one whose press does nothing.
 */
test('every control was used by a test, and its use had an effect', () => {
  const [offered, used] = [readControls('offered'), readControls('used')];
  expect(offered.size, 'controls on the pages of accessibility.spec.ts').toBeGreaterThan(100);
  expect([...offered].filter((control) => !used.has(control)).sort()).toEqual([]);
});
