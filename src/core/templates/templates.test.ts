import fc from 'fast-check';
import type { FieldId } from '../catalogue/fields';
import { field } from '../catalogue/fields';
import { isEmpty } from '../catalogue/value';
import { compileText, evaluate, type PlaceholderContext, placeholdersIn } from './placeholders';
import type { Values } from './resolution';
import { compileTemplates, resolve, signOffFor, templatesFor } from './resolve';
import { containsSegment } from './segments';
import { type Entry, rulesFor, type Template } from './template';

const context: PlaceholderContext = {
  fileName: 'kt24-0415.jpg',
  today: '2026-11-23',
  datePublished: '2026-06-01',
  runningNumber: 7,
  camera: 'Lumenwerk K2',
  assignment: 'Relaunch',
  facts: { Venue: 'Pellvik yard' },
};
const template = (entries: Entry[], id = 't'): Template => ({
  id,
  name: id,
  kind: 'standing',
  version: 1,
  entries,
});
const entry = (fieldId: FieldId, rule: Entry['rule'], ...texts: string[]): Entry => ({
  field: fieldId,
  rule,
  texts,
});
const after = (templates: Template[], values: Values) => {
  const { changes } = resolve(compileTemplates(templates), values, context);
  return { ...values, ...Object.fromEntries([...changes].map(([id, change]) => [id, change.value])) };
};

test.each([
  ['© {{ year taken }} A', '© 2025 A', []],
  ['{{year  TAKEN}}-{{ month taken }}-{{ day taken }}', '2025-12-30', []],
  ['{{ date taken }}', '2025-12-30', []],
  ['{{ year published }} {{ this year }}', '2026 2026', []],
  ['{{ file name }} {{ running number: 4 }}', 'kt24-0415 0007', []],
  ['{{ camera }}, {{ venue }}, {{ assignment }}', 'Lumenwerk K2, Pellvik yard, Relaunch', []],
  ['{{ side }}!', '!', ['side']],
  ['open {{ brace', 'open {{ brace', []],
])('%s', (text, expected, missing) => {
  // The recorded local digits count: half past midnight of another zone does not change the year.
  const taken = '2025-12-30T23:30:00-11:00';
  const fields = (id: FieldId) => (id === 'dateCreated' ? taken : undefined);
  expect(evaluate(compileText(text), context, fields)).toEqual({ text: expected, missing });
});

test('the names of placeholders are found, an open brace is reported', () => {
  expect(placeholdersIn('a {{ venue }} {{year taken:x}}')).toEqual(['venue', 'year taken']);
  expect(compileText('{{ a').problems).toMatchObject([{ code: 'placeholder-syntax', offset: 0 }]);
});

test.each<[string, Entry, Values, Values]>([
  ['overwrite', entry('city', 'overwrite', 'B'), { city: 'A' }, { city: 'B' }],
  ['fill keeps', entry('city', 'fill', 'B'), { city: 'A' }, { city: 'A' }],
  ['fill fills', entry('city', 'fill', 'B'), {}, { city: 'B' }],
  ['put before', entry('headline', 'before', 'B'), { headline: 'A' }, { headline: 'B A' }],
  ['put after a caption', entry('description', 'after', 'B'), { description: 'A' }, { description: 'A\nB' }],
  [
    'put after is not doubled',
    entry('description', 'after', 'B'),
    { description: 'A\nB' },
    { description: 'A\nB' },
  ],
  ['put after alone', entry('description', 'after', 'B'), {}, { description: 'B' }],
  ['add', entry('keywords', 'add', 'ketch', 'Sail'), { keywords: ['sail'] }, { keywords: ['sail', 'ketch'] }],
  ['remove', entry('keywords', 'remove', 'SAIL'), { keywords: ['sail', 'ketch'] }, { keywords: ['ketch'] }],
  ['overwrite a list', entry('keywords', 'overwrite', 'a'), { keywords: ['b'] }, { keywords: ['a'] }],
  [
    'a missing value leaves the entry out',
    entry('city', 'overwrite', '{{ nowhere }}'),
    { city: 'A' },
    { city: 'A' },
  ],
  ['an empty text does nothing', entry('city', 'overwrite', ''), { city: 'A' }, { city: 'A' }],
])('%s', (_, one, values, expected) => {
  expect(after([template([one])], values)).toEqual(expected);
});

test('erase is a change to null', () => {
  expect(after([template([entry('city', 'erase')])], { city: 'A' })).toEqual({ city: null });
});

test('structures: fill keeps those that stand there, and fills where none does', () => {
  const licensor = (name: string) => ({
    field: 'licensor' as const,
    rule: 'fill' as const,
    texts: [],
    structures: [{ name }],
  });
  expect(after([template([licensor('Tarn & Tide')])], {})).toEqual({ licensor: [{ name: 'Tarn & Tide' }] });
  const theirs = { licensor: [{ name: 'Boat Trust' }] };
  expect(after([template([licensor('Tarn & Tide')])], theirs)).toEqual(theirs);
});

test('templates act first to last: fill sees the earlier ones, the last overwrite wins', () => {
  const first = template([entry('city', 'overwrite', 'A'), entry('creditLine', 'overwrite', 'one')], 'first');
  const second = template([entry('city', 'fill', 'B'), entry('creditLine', 'overwrite', 'two')], 'second');
  const { changes } = resolve(compileTemplates([first, second]), {}, context);
  expect(Object.fromEntries(changes)).toEqual({
    city: { value: 'A', templateId: 'first' },
    creditLine: { value: 'two', templateId: 'second' },
  });
});

test('the year comes from Date Created, also where a template supplies it', () => {
  const notice = entry('copyrightNotice', 'overwrite', '© {{ year taken }} A');
  expect(after([template([notice])], { dateCreated: '2019-07' })).toMatchObject({
    copyrightNotice: '© 2019 A',
  });
  expect(after([template([notice, entry('dateCreated', 'fill', '2001')])], {})).toMatchObject({
    copyrightNotice: '© 2001 A',
  });
  const { problems } = resolve(compileTemplates([template([notice])]), {}, context);
  expect(problems).toMatchObject([
    { code: 'placeholder-missing', part: 'copyrightNotice', found: 'year taken' },
  ]);
});

test('published: the assignment first, else First Publication Date', () => {
  const one = template([entry('headline', 'overwrite', '{{ year published }}')]);
  expect(after([one], { firstPublicationDate: '2020' })).toMatchObject({ headline: '2026' });
  const { datePublished: _, ...without } = context;
  expect(
    resolve(compileTemplates([one]), { firstPublicationDate: '2020' }, without).changes.get('headline')
      ?.value,
  ).toBe('2020');
});

test('the sign-off is the last text put after a caption', () => {
  const templates = compileTemplates([template([entry('description', 'after', 'Aune Pell / {{ venue }}')])]);
  expect(signOffFor(templates, { description: 'A caption' }, context)).toBe('Aune Pell / Pellvik yard');
  expect(signOffFor(compileTemplates([]), {}, context)).toBeUndefined();
});

test('what a sign-off is made of is enough to work it out', () => {
  const all = [
    template([
      entry('city', 'fill', '{{ venue }}'),
      entry('headline', 'overwrite', 'Launch'),
      entry('description', 'after', 'Aune Pell / {{ city }}'),
    ]),
  ];
  const some = templatesFor('description', all);
  expect(some[0]!.entries.map((one) => one.field)).toEqual(['city', 'description']);
  for (const values of [{}, { city: 'Havnes', headline: 'Old' }])
    expect(signOffFor(compileTemplates(some), values, context)).toBe(
      signOffFor(compileTemplates(all), values, context),
    );
});

test('a sign-off that two templates put is one, two different ones stand under each other', () => {
  const put = (text: string) => template([entry('description', 'after', text)], text);
  expect(signOffFor(compileTemplates([put('A / B'), put('A / B')]), {}, context)).toBe('A / B');
  expect(signOffFor(compileTemplates([put('A'), put('B')]), {}, context)).toBe('A\nB');
  const worded = template([entry('description', 'overwrite', 'The launch.')], 'worded');
  expect(signOffFor(compileTemplates([worded, put('A / B')]), {}, context)).toBe('A / B');
});

test.each([
  ['a\nb', 'b', '\n', true],
  ['a b', 'b', '\n', false],
  ['b', 'b', '\n', true],
  ['xb\nb c\nb', 'b', '\n', true],
  ['ab', 'b', ' ', false],
])('%j contains %j between %j: %s', (text, segment, separator, expected) => {
  expect(containsSegment(text, segment, separator)).toBe(expected);
});

const fields: FieldId[] = [
  'description',
  'headline',
  'city',
  'keywords',
  'creator',
  'copyrightNotice',
  'dateCreated',
];
const words = fc.constantFrom(
  'A',
  'B',
  'A B',
  'a\nb',
  'B ',
  '{{ year taken }}',
  '{{ venue }}',
  '{{ none }}',
  '2020',
);
const arbitraryEntry = fc.constantFrom(...fields).chain((id) =>
  fc.record({
    field: fc.constant(id),
    rule: fc.constantFrom(...rulesFor(id)),
    texts:
      id === 'dateCreated'
        ? fc.constantFrom(['2020'], ['{{ this year }}'])
        : fc.array(words, { minLength: 1, maxLength: field(id).type === 'list' ? 3 : 1 }),
  }),
);
const arbitraryTemplates = fc
  .array(fc.array(arbitraryEntry, { maxLength: 5 }), { maxLength: 3 })
  .map((all) => all.map((entries, index) => template(entries, `t${index}`)));
const held = fc.constantFrom('A', 'B', 'A B', 'a\nb', '2020', 'B\nA');
const arbitraryValues = fc.record(
  {
    description: held,
    headline: held,
    city: held,
    keywords: fc.array(fc.constantFrom('A', 'b', 'B'), { minLength: 1, maxLength: 3 }),
    creator: fc.constant(['A']),
    dateCreated: fc.constantFrom('2019', '2026-01-01T00:00:00'),
  },
  { requiredKeys: [] },
) as fc.Arbitrary<Values>;

test('applied twice is applied once', () => {
  fc.assert(
    fc.property(arbitraryTemplates, arbitraryValues, (templates, values) => {
      const once = Object.fromEntries(
        Object.entries(after(templates, values)).filter(([, value]) => !isEmpty(value)),
      ) as Values;
      expect(resolve(compileTemplates(templates), once, context).changes.size).toBe(0);
    }),
    { numRuns: 2000 },
  );
});

test('a field without entry is never touched, and fill never changes a value', () => {
  fc.assert(
    fc.property(arbitraryTemplates, arbitraryValues, (templates, values) => {
      const named = new Set(templates.flatMap((one) => one.entries.map((e) => e.field)));
      for (const id of resolve(compileTemplates(templates), values, context).changes.keys())
        expect(named.has(id)).toBe(true);
      const onlyFill = templates.map((one) => ({
        ...one,
        entries: one.entries.map((e): Entry => ({ ...e, rule: 'fill' })),
      }));
      for (const id of resolve(compileTemplates(onlyFill), values, context).changes.keys())
        expect(values[id]).toBeUndefined();
    }),
  );
});
