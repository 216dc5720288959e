import { type UsedTerm, vocabularyFigures } from './growth';
import { term as named } from './testTerms';

const term = (spelling: string, pictures: number, added: string, rest: Partial<UsedTerm> = {}): UsedTerm => ({
  ...named(spelling, { added, ...rest }),
  pictures,
});

test('used, used once, most used first, and the sum of each month; headings are no terms that are written', () => {
  expect(
    vocabularyFigures([
      term('boat', 3, '2026-05-14'),
      term('sea', 1, '2026-04-02'),
      term('sky', 0, '2026-05-01'),
      term('mast', 3, '2026-05-30'),
      term('things', 0, '2026-03-01', { state: 'heading' }),
    ]),
  ).toEqual({
    terms: 4,
    used: 3,
    once: 1,
    most: [
      { spelling: 'boat', pictures: 3 },
      { spelling: 'mast', pictures: 3 },
      { spelling: 'sea', pictures: 1 },
    ],
    growth: [
      { month: '2026-04', terms: 1 },
      { month: '2026-05', terms: 4 },
    ],
  });
});
