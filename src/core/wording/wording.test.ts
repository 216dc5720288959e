import { agrees, counted, formatBytes, formatNumber } from './counts';
import { formatDay } from './formatDate';
import { setLocale } from './locale';

afterEach(() => setLocale(undefined));

test('counts: one, none, many, and the thousands as the person writes them', () => {
  setLocale('en-GB');
  expect(counted(1, 'picture')).toBe('1 picture');
  expect(counted(0, 'picture')).toBe('0 pictures');
  expect(counted(12_345, 'entry', 'entries')).toBe('12,345 entries');
  expect(`2 ${agrees(2, 'lacks', 'lack')}, 1 ${agrees(1, 'lacks', 'lack')}`).toBe('2 lack, 1 lacks');
  setLocale('de');
  expect(counted(12_345, 'picture')).toBe('12.345 pictures');
  expect(formatNumber(1.25, 1)).toBe('1,3');
});

test('sizes have decimal units, and a digit behind the sign where it tells something', () => {
  setLocale('en');
  expect([0, 999, 1000, 4_200_000, 42_000_000, 3e15].map(formatBytes)).toEqual([
    '0 bytes',
    '999 bytes',
    '1 kB',
    '4.2 MB',
    '42 MB',
    '3,000 TB',
  ]);
});

test('a locale that nobody knows is passed over', () => {
  setLocale('not a tag');
  expect(() => formatDay('2026-05-14T07:12:00Z')).not.toThrow();
  setLocale('en-GB');
  expect(formatDay('2026-05-14T12:00:00Z')).toBe('14 May 2026');
});
