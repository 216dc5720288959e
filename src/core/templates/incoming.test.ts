import { valuesComing } from './incoming';
import { compileTemplates } from './resolve';
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
