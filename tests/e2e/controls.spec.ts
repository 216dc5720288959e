import { expect, test } from '@playwright/test';
import { readControls } from './controlUse';

/** A ratchet: lower it when a test is added. */
const MOST_UNPROVEN = 65;

/**
 * After all other browser tests: controls that the pages offer, and that no test used with an effect (controlUse.ts). A new control
 * without a test, or one whose press does nothing, is one more.
 */
test('controls without a proven use become fewer', () => {
  const [offered, used] = [readControls('offered'), readControls('used')];
  const unproven = [...offered].filter((control) => !used.has(control)).sort();
  console.log(
    `${unproven.length} of ${offered.size} controls have no proven use:\n  ${unproven.join('\n  ')}`,
  );
  expect(offered.size, 'controls on the pages of accessibility.spec.ts').toBeGreaterThan(100);
  expect(unproven.length).toBeLessThanOrEqual(MOST_UNPROVEN);
});
