import fc from 'fast-check';
import { type MonthCount, timelineOf } from './timeline';

test('months of a few years stand in their order, empty ones among them', () => {
  expect(
    timelineOf([
      { month: '2026-02', pictures: 3 },
      { month: '2025-11', pictures: 2 },
      { month: '2026', pictures: 4 },
    ]),
  ).toEqual({
    by: 'month',
    bars: [
      { period: '2025-11', pictures: 2 },
      { period: '2025-12', pictures: 0 },
      { period: '2026-01', pictures: 0 },
      { period: '2026-02', pictures: 3 },
    ],
    withoutMonth: 4,
  });
});

test('many years are years', () => {
  const { by, bars } = timelineOf([
    { month: '2019-02', pictures: 1 },
    { month: '2026-02', pictures: 3 },
    { month: '2026', pictures: 4 },
  ]);
  expect(by).toBe('year');
  expect(bars).toHaveLength(8);
  expect(bars.at(-1)).toEqual({ period: '2026', pictures: 7 });
});

test('nothing gives nothing', () => {
  expect(timelineOf([])).toEqual({ by: 'year', bars: [], withoutMonth: 0 });
});

test('no picture of the last two hundred years is left out, and bars are bounded', () => {
  const month = fc.tuple(fc.integer({ min: 1, max: 9999 }), fc.integer({ min: 1, max: 12 }), fc.boolean());
  fc.assert(
    fc.property(fc.array(month, { maxLength: 30 }), (all) => {
      const counts = all.map(
        ([year, n, isWhole]): MonthCount => ({
          month: `${String(year).padStart(4, '0')}${isWhole ? `-${String(n).padStart(2, '0')}` : ''}`,
          pictures: 1,
        }),
      );
      const { by, bars, withoutMonth } = timelineOf(counts);
      expect(bars.length).toBeLessThanOrEqual(200);
      const shown = bars.reduce((sum, one) => sum + one.pictures, withoutMonth);

      const last = Math.max(0, ...all.map(([year]) => year));
      expect(shown).toBe(by === 'month' ? all.length : all.filter(([year]) => year > last - 200).length);
    }),
  );
});
