import { valuesComing } from './incoming';
import { compileTemplates, resolve } from './resolve';
import type { Entry, Template } from './template';

const entry = (field: Entry['field'], rule: Entry['rule'], ...texts: string[]): Entry => ({
  field,
  rule,
  texts,
});
const template: Template = {
  id: 't',
  name: 'T',
  kind: 'standing',
  version: 1,
  entries: [
    entry('creator', 'overwrite', 'Aune Pell'),
    entry('city', 'fill', 'Havnes'),
    entry('keywords', 'add', 'ketch'),
    entry('headline', 'erase'),
  ],
};
const compiled = compileTemplates([template]);
const context = { fileName: 'a.jpg', today: '2026-11-25', facts: {} };
const usual = { leave: false, onlyEmpty: false, keywords: [], rating: '' };
const come = (values: Parameters<typeof valuesComing>[1], more = {}) =>
  Object.fromEntries(valuesComing(compiled, values, context, { ...usual, ...more }));

test('templates write, with common keywords behind theirs, and a rating where there is none', () => {
  expect(come({ headline: 'Old' }, { keywords: ['sail'], rating: '3' })).toEqual({
    creator: { value: ['Aune Pell'], templateId: 't' },
    city: { value: 'Havnes', templateId: 't' },
    keywords: { value: ['ketch', 'sail'] },
    headline: { value: null, templateId: 't' },
    rating: { value: '3' },
  });
  expect(come({ rating: '5' }, { rating: '3' })).not.toHaveProperty('rating');
});

test('a picture of another maker is left as it is, or gets only what it lacks', () => {
  const theirs = { creator: ['Mats Orrin'], keywords: ['yard'], headline: 'Theirs' };
  expect(come(theirs, { leave: true, keywords: ['sail'], rating: '3' })).toEqual({});
  expect(come(theirs, { onlyEmpty: true, keywords: ['sail'] })).toEqual({
    city: { value: 'Havnes', templateId: 't' },
  });
});

test('what a template erases or removes holds for the common keywords too', () => {
  const on = (...entries: Entry[]) => compileTemplates([{ ...template, entries }]);
  const keywords = ['sail', 'Boat', 'mast'];
  const valuesOf = (compiled: ReturnType<typeof on>, values = {}) =>
    valuesComing(compiled, values, context, { ...usual, keywords }).get('keywords')?.value;
  expect(valuesOf(on(entry('keywords', 'remove', 'boat')), { keywords: ['boat', 'old'] })).toEqual([
    'old',
    'sail',
    'mast',
  ]);
  expect(valuesOf(on(entry('keywords', 'erase')), { keywords: ['old'] })).toBeNull();
  expect(valuesOf(on(entry('keywords', 'overwrite', 'ketch')), { keywords: ['old'] })).toEqual([
    'ketch',
    ...keywords,
  ]);
});

test('rating 0 is no rating, for a starting rating and for fill', () => {
  expect(come({ rating: '0' }, { rating: '3' })).toMatchObject({ rating: { value: '3' } });
  const fill = compileTemplates([{ ...template, entries: [entry('rating', 'fill', '4')] }]);
  expect(valuesComing(fill, { rating: '0' }, context, usual).get('rating')?.value).toBe('4');
  expect(valuesComing(fill, { rating: '2' }, context, usual).has('rating')).toBe(false);
});

test('a value that a field does not allow is left out with the reason, as written and as computed', () => {
  const entries = [
    entry('rightsStatus', 'overwrite', 'Copyrighted'),
    entry('countryCode', 'overwrite', '{{ land }}'),
  ];
  const wrong = compileTemplates([{ ...template, entries }]);
  expect(wrong.problems).toMatchObject([
    { code: 'value-not-allowed', part: 'rightsStatus', expected: expect.stringMatching(/in copyright/) },
  ]);
  const { changes, problems, steps } = resolve(wrong, {}, { ...context, facts: { land: 'Norway' } });
  expect(changes.size).toBe(0);
  expect(problems).toMatchObject([{ code: 'value-not-allowed', part: 'countryCode' }]);
  expect(steps.every((step) => !step.applied)).toBe(true);
  expect(resolve(wrong, {}, { ...context, facts: { land: 'nor' } }).changes.get('countryCode')?.value).toBe(
    'NOR',
  );
});

test('adding past the number that a field may hold is left out with the reason', () => {
  const one = {
    field: 'imageSupplier' as const,
    rule: 'add' as const,
    texts: [],
    structures: [{ name: 'B' }],
  };
  const compiled = compileTemplates([{ ...template, entries: [one] }]);
  expect(resolve(compiled, { imageSupplier: [{ name: 'A' }] }, context)).toMatchObject({
    problems: [{ code: 'value-not-allowed', expected: 'at most 1' }],
  });
  expect(resolve(compiled, {}, context).changes.get('imageSupplier')?.value).toEqual([{ name: 'B' }]);
});
