import fc from 'fast-check';
import { beyondBound, type KeptFile } from './bounds';

const DAY = 86_400_000;
const file = (path: string, megabytes: number, daysAgo: number): KeptFile => ({
  path,
  bytes: megabytes * 1_000_000,
  usedAt: 1000 * DAY - daysAgo * DAY,
});
const three = [file('new', 10, 0), file('old', 10, 40), file('middle', 10, 10)];
const gone = (days: number | null, megabytes: number | null) =>
  beyondBound(three, { days, megabytes }, 1000 * DAY).map(({ path }) => path);

test.each([
  ['no bound', null, null, []],
  ['by age', 30, null, ['old']],
  ['exactly so old', 40, null, []],
  ['by size, those used longest ago first', null, 15, ['old', 'middle']],
  ['exactly so much', null, 30, []],
  ['by both', 30, 15, ['old', 'middle']],
  ['nothing may stay', null, 0, ['old', 'middle', 'new']],
])('%s', (_, days, megabytes, names) => {
  expect(gone(days, megabytes)).toEqual(names);
});

test('what is needed stays, and counts', () => {
  const needed = { path: 'needed', bytes: 20_000_000, usedAt: Infinity };
  const went = beyondBound([needed, ...three, needed], { days: 0, megabytes: 50 }, 1000 * DAY);
  expect(went.map(({ path }) => path)).toEqual(['old', 'middle']);
  expect(beyondBound([needed], { days: 0, megabytes: 0 }, 1000 * DAY)).toEqual([]);
});

test('what stays fits, and nothing that stays was used before something that went by size', () => {
  const files = fc.array(fc.record({ bytes: fc.nat(5_000_000), usedAt: fc.nat(1000) }), { maxLength: 40 });
  fc.assert(
    fc.property(files, fc.nat(50), (made, megabytes) => {
      const all = made.map((one, n) => ({ ...one, path: String(n) }));
      const went = new Set(beyondBound(all, { days: null, megabytes }, 0).map(({ path }) => path));
      const stays = all.filter(({ path }) => !went.has(path));
      expect(stays.reduce((sum, { bytes }) => sum + bytes, 0)).toBeLessThanOrEqual(megabytes * 1_000_000);
      const first = Math.min(...stays.map(({ usedAt }) => usedAt));
      for (const one of all) if (went.has(one.path)) expect(one.usedAt).toBeLessThanOrEqual(first);
    }),
  );
});
