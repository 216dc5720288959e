import fc from 'fast-check';
import type { FieldId } from '@/core/catalogue/fields';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { valuesRow } from '../set/testValues';
import { clearCells, copyCells, fillCells, pasteCells } from './cellActs';
import { cellTyped, cellWords, valueOfTyped } from './cellText';
import { columnFacts } from './columns';
import { moved } from './useColumnsShown';

const row = valuesRow;
const table = (...rows: ListedValues[]) => new Map(rows.map((one) => [one.id, one]));
const values = table(
  row(
    'a',
    { description: 'A launch.\nPell', city: 'Havnes', keywords: ['ketch', 'sail, mizzen'] },
    { caption: 'A launch.' },
  ),
  row('b', { city: 'Havnes', rightsStatus: 'in-copyright' }, { broken: ['city'] }),
  row('c', { city: 'Havnes' }),
);
const all = { ids: ['a', 'b', 'c'], fields: ['description', 'city', 'keywords'] as const };

test('a caption stands in its cell without the sign-off; codes by their words; a day in one’s own form', () => {
  expect(cellWords(values.get('a'), 'description')).toBe('A launch.');
  expect(cellWords(values.get('b'), 'rightsStatus')).toBe('in copyright');
  expect(cellWords(row('x', { dateCreated: '2026-03' }), 'dateCreated')).toBe('2026-03');
  expect(cellWords(row('x', { dateCreated: '2026-03-09T07:12:00+05:00' }), 'dateCreated')).toMatch(
    /0?7[:.]12/,
  );
});

test.each([
  ['city', 'Oslo', { value: 'Oslo' }],
  ['city', '  ', { value: null }],
  ['keywords', 'a, b; a', { value: ['a', 'b'] }],
  ['rightsStatus', 'In Copyright', { value: 'in-copyright' }],
  ['rightsStatus', 'mine', { problem: expect.stringContaining('Copyright Status') }],
  ['dateCreated', 'yesterday', { problem: expect.stringContaining('Date Created') }],
  ['locationShown', 'Oslo', { problem: expect.stringContaining('several parts') }],
] as const)('%s typed as “%s”', (id, typed, made) => expect(valueOfTyped(id, typed)).toEqual(made));

test('cells are copied as a spreadsheet takes them', () => {
  expect(copyCells({ ids: ['a', 'b'], fields: ['description', 'city'] }, values)).toBe(
    'A launch.\tHavnes\n\tHavnes\n',
  );
});

test('a single cell that is pasted goes into the whole range', () => {
  const { rows } = pasteCells('Oslo', { ids: ['a', 'c'], fields: ['city'] }, all);
  expect(rows).toEqual([
    { id: 'a', values: { city: 'Oslo' } },
    { id: 'c', values: { city: 'Oslo' } },
  ]);
});

test('several cells begin at the first one, go on behind it, and say what does not fit', () => {
  const pasted = pasteCells(
    'Oslo\tx, y\tbeyond\n"two\nlines"\t\nthird\t',
    { ids: ['b'], fields: ['city'] },
    all,
  );
  expect(pasted.rows).toEqual([
    { id: 'b', values: { city: 'Oslo', keywords: ['x', 'y'] } },
    { id: 'c', values: { city: 'two\nlines', keywords: null } },
  ]);
  expect(pasted.problems).toEqual(['1 lines go beyond the last picture', '1 columns go beyond the last one']);
});

test('what a field does not allow is left out and named; the rest goes in', () => {
  const { rows, problems } = pasteCells(
    '2026-13\tOslo',
    { ids: ['a'], fields: ['dateCreated'] },
    {
      ids: ['a'],
      fields: ['dateCreated', 'city'],
    },
  );
  expect(rows).toEqual([{ id: 'a', values: { city: 'Oslo' } }]);
  expect(problems[0]).toContain('Date Created');
});

test('the first row fills the others; cleared cells hold nothing', () => {
  expect(fillCells({ ids: ['a', 'b'], fields: ['description', 'city'] }, values)).toEqual([
    { id: 'b', values: { description: 'A launch.', city: 'Havnes' } },
  ]);
  expect(clearCells({ ids: ['a'], fields: ['city'] })).toEqual([{ id: 'a', values: { city: null } }]);
});

test('a row that was not read yet fills none: it would empty them', () => {
  expect(fillCells({ ids: ['not read yet', 'b'], fields: ['city'] }, values)).toEqual([]);
  expect(fillCells({ ids: ['a', 'b'], fields: ['city'] }, undefined)).toEqual([]);
});

test('what was copied is pasted as it was', () => {
  const text = fc.string({
    unit: fc.constantFrom('a', 'é', '"', '\t', '\n', ',', ' '),
    minLength: 1,
    maxLength: 6,
  });
  fc.assert(
    fc.property(fc.array(text, { minLength: 1, maxLength: 4 }), (texts) => {
      const trimmed = texts.map((one) => one.trim()).filter(Boolean);
      fc.pre(trimmed.length > 0);
      const held = table(...trimmed.map((one, at) => row(String(at), { instructions: one })));
      const range = { ids: trimmed.map((_, at) => String(at)), fields: ['instructions'] as const };
      const { rows } = pasteCells(copyCells(range, held), range, range);
      expect(
        rows.map((one) => cellTyped(row('x', { instructions: one.values.instructions! }), 'instructions')),
      ).toEqual(trimmed);
    }),
  );
});

const factsOf = (id: FieldId, ...ids: string[]) =>
  columnFacts(
    [id],
    ids.map((one) => ({ id: one })),
    values,
  ).get(id)!;

test('a column that says the same on all is folded; not where it is empty or records disagree', () => {
  expect(factsOf('city', 'a', 'c').isSame).toBe(true);
  expect(factsOf('headline', 'a', 'c').isSame).toBe(false);
  expect(factsOf('keywords', 'a', 'c').isSame).toBe(false);
  expect(factsOf('city', 'a', 'c', 'b').isSame).toBe(false);
  expect(factsOf('city', 'a').isSame).toBe(false);
  expect(factsOf('city', 'a', 'not read yet').isSame).toBe(false);
});

test('what a column lacks and where it disagrees', () => {
  expect(factsOf('city', 'a', 'b', 'c')).toMatchObject({ lack: 0, differ: 1 });
  expect(factsOf('description', 'a', 'b', 'c')).toMatchObject({ lack: 2, differ: 0 });
});

test('a column moves by a place among those that stand there, past the folded ones', () => {
  const fields = ['description', 'creator', 'city', 'keywords'] as const;
  const open = ['description', 'city', 'keywords'] as const;
  expect(moved(fields, open, 'description', 1)).toEqual(['creator', 'city', 'description', 'keywords']);
  expect(moved(fields, open, 'keywords', -1)).toEqual(['description', 'creator', 'keywords', 'city']);
  expect(moved(fields, open, 'keywords', 1)).toEqual(fields);
});
