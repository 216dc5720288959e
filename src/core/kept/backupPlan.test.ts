import { backupsBeyond, isBackupDue } from './backupPlan';

const HOUR = 3_600_000;
const now = 1_000 * 24 * HOUR;

test.each([
  ['never', undefined, undefined, false],
  ['daily', undefined, undefined, true],
  ['daily', now - 23 * HOUR, undefined, false],
  ['daily', now - 24 * HOUR, undefined, true],
  ['weekly', now - 6 * 24 * HOUR, undefined, false],
  ['weekly', now - 7 * 24 * HOUR, undefined, true],
  // A full disk must not cause a retry each minute.
  ['daily', now - 30 * HOUR, now - HOUR / 2, false],
  ['daily', now - 30 * HOUR, now - HOUR, true],
  // The clock was set back since.
  ['weekly', now + 500 * HOUR, undefined, true],
] as const)('%s, last %s, failed %s: due %s', (schedule, last, failed, due) => {
  expect(isBackupDue(schedule, { last, failed, now })).toBe(due);
});

test('the oldest backups are removed', () => {
  expect(backupsBeyond(['b', 'd', 'a', 'c'], 2)).toEqual(['b', 'a']);
  expect(backupsBeyond(['b', 'a'], null)).toEqual([]);
  expect(backupsBeyond([], 3)).toEqual([]);
});
