import type { FieldValue } from '../catalogue/value';
import { across, termsAcross } from './across';
import { draftValues, presentValues } from './present';
import { proofOf } from './proof';

const file = (values: Record<string, string | string[]>, agrees = true) =>
  Object.fromEntries(Object.entries(values).map(([id, value]) => [id, { value, agrees }]));

const each = (...values: readonly (FieldValue | undefined)[]) => values.map((value) => ({ value, count: 1 }));

test('drafts stand over the file, an erasing draft removes', () => {
  expect(
    presentValues(file({ city: 'A', headline: 'B' }), { city: { value: null }, title: { value: 'T' } }),
  ).toEqual({ headline: 'B', title: 'T' });
  expect(draftValues({ city: { value: null } })).toEqual({ city: null });
});

test('a field across a selection: the same, empty, or differing with counts', () => {
  expect(across(each('a', 'a'))).toEqual({ same: 'a', empty: 0, variants: [{ value: 'a', count: 2 }] });
  expect(across(each('a', undefined, 'b', 'b'))).toEqual({
    empty: 1,
    variants: [
      { value: 'b', count: 2 },
      { value: 'a', count: 1 },
    ],
  });
  expect(across(each(undefined))).toEqual({ empty: 1, variants: [] });
  // Pictures that are alike are reported together.
  expect(across([...each('a'), { value: 'b', count: 3 }, { value: undefined, count: 2 }])).toEqual({
    empty: 2,
    variants: [
      { value: 'b', count: 3 },
      { value: 'a', count: 1 },
    ],
  });
  expect(termsAcross(each(['a', 'b'], ['b'], undefined))).toEqual([
    { term: 'b', count: 2 },
    { term: 'a', count: 1 },
  ]);
});

test('a proof names what is replaced first, and collapses what is the same', () => {
  const proof = proofOf([
    {
      file: file({ city: 'Old', keywords: ['a'] }),
      drafts: { city: { value: 'New' }, keywords: { value: ['a', 'b'] }, title: { value: 'T' } },
    },
    { file: file({ city: 'Old' }), drafts: { city: { value: 'New' }, title: { value: 'T' } } },
    {
      file: file({ headline: 'H', description: 'Words' }),
      drafts: { headline: { value: null }, description: { value: 'Words\nSign' } },
    },
    { file: file({ city: 'Same' }), drafts: { city: { value: 'Same' } } },
    { file: file({ city: 'Same' }, false), drafts: { city: { value: 'Same' } } },
  ]);
  expect(proof).toMatchObject({ pictures: 4, replacing: 3 });
  expect(proof.lines.map((line) => `${line.kind} ${line.field} ${line.count}`)).toEqual([
    'replaced city 2',
    'erased headline 1',
    'added to keywords 1',
    'added to description 1',
    'made to agree city 1',
    'filled title 2',
  ]);
  expect(proof.lines[0]?.changes).toEqual([{ before: 'Old', after: 'New', count: 2 }]);
});
