import type { FieldId } from '../catalogue/fields';
import type { FieldValue } from '../catalogue/value';
import { overviewOf } from './overview';
import type { PlaceholderContext } from './placeholders';
import type { Values } from './resolution';
import { compileTemplates, resolve, signOffFor } from './resolve';
import type { Entry, Rule, Template } from './template';

const context: PlaceholderContext = { fileName: 'a.jpg', today: '2026-11-23', facts: {} };
const entry = (field: FieldId, text: string, rule: Rule = 'overwrite'): Entry => ({
  field,
  rule,
  texts: [text],
});
const template = (id: string, entries: Entry[], formerTexts?: Template['formerTexts']): Template => ({
  id,
  name: id,
  kind: 'standing',
  version: 1,
  entries,
  ...(formerTexts ? { formerTexts } : {}),
});
const run = (templates: Template[], values: Values = {}, more: Partial<PlaceholderContext> = {}) =>
  resolve(compileTemplates(templates), values, { ...context, ...more });
const result = (templates: Template[], values: Values = {}) =>
  Object.fromEntries([...run(templates, values).changes].map(([id, { value }]) => [id, value]));

test('a field as a placeholder is what all templates make of it, whichever comes first', () => {
  const signOff = template('a', [entry('description', '{{ creator }} / {{ credit line }}', 'after')]);
  const who = template('b', [entry('creator', 'Aune Pell'), entry('creditLine', 'Tarn & Tide')]);
  for (const order of [
    [signOff, who],
    [who, signOff],
  ])
    expect(result(order, { creditLine: 'Old', description: 'A caption.' })).toEqual({
      creator: ['Aune Pell'],
      creditLine: 'Tarn & Tide',
      description: 'A caption.\nAune Pell / Tarn & Tide',
    });
});

test('steps are told in the order of the templates, not of the fields', () => {
  const { steps } = run([template('a', [entry('headline', '{{ city }}'), entry('city', 'Havnes')])]);
  expect(steps.map((step) => step.field)).toEqual(['headline', 'city']);
  expect(steps[0]).toMatchObject({ after: 'Havnes', applied: true });
});

test.each([
  ['itself', [entry('headline', '{{ headline }} again')]],
  ['each other', [entry('headline', '{{ title }}'), entry('title', '{{ headline }}')]],
  [
    'in a ring of three',
    [entry('headline', '{{ title }}'), entry('title', '{{ city }}'), entry('city', '{{ headline }}')],
  ],
] as [string, Entry[]][])('fields made of %s are a problem and are left as they are', (_, entries) => {
  const { changes, problems } = run([template('a', entries)], { headline: 'A', title: 'B', city: 'C' });
  expect(changes.size).toBe(0);
  expect(problems.map((one) => one.code)).toEqual(entries.map(() => 'placeholder-cycle'));
});

test('a fact of the name of the field breaks no ring', () => {
  const { changes, problems } = run(
    [template('a', [entry('headline', '{{ headline }}')])],
    {},
    {
      facts: { Headline: 'Launch' },
    },
  );
  expect(changes.get('headline')?.value).toBe('Launch');
  expect(problems).toEqual([]);
});

test('what is to be filled in never comes out, and is an error', () => {
  const { changes, problems } = run([template('a', [entry('creator', '{{ fill in : your name }}')])]);
  expect(changes.size).toBe(0);
  expect(problems).toMatchObject([{ code: 'placeholder-fill-in', severity: 'error', part: 'creator' }]);
});

describe('a sign-off', () => {
  const put = (text: string, former: string[] = []) => [
    template('a', [entry('description', text, 'after')], { description: former }),
  ];
  const on = (templates: Template[], description: string, more: Values = {}) =>
    (result(templates, { ...more, description }).description as FieldValue | undefined) ?? description;

  test('is renewed where an earlier version of it stands', () => {
    expect(on(put('Pell / Tarn & Tide', ['Pell / Freelance']), 'The mast goes in.\nPell / Freelance')).toBe(
      'The mast goes in.\nPell / Tarn & Tide',
    );
  });
  test('is renewed where only what its placeholders gave has changed', () => {
    expect(on(put('Photograph by Pell, {{ this year }}'), 'The mast.\nPhotograph by Pell, 2024\nmore')).toBe(
      'The mast.\nPhotograph by Pell, 2026\nmore',
    );
  });
  test('of placeholders alone is known by the values that the picture had', () => {
    const templates = [
      template('a', [
        entry('creditLine', 'New'),
        entry('description', '{{ creator }} / {{ credit line }}', 'after'),
      ]),
    ];
    expect(
      result(templates, { creator: ['Pell'], creditLine: 'Old', description: 'Mast / boom\nPell / Old' })
        .description,
    ).toBe('Mast / boom\nPell / New');
  });
  // "Photograph {{ creator }}" once ate captions that began with the word, and other people's bylines.
  test.each([
    ['Photograph {{ creator }}', 'Photograph of the old harbour, before the fire of 1921.'],
    ['Picture by {{ creator }}', 'Picture by Mats Orrin'],
  ])('%s leaves “%s” alone, which only resembles it', (text, caption) => {
    expect(on(put(text, [text]), caption, { creator: ['Pell'] })).toBe(
      `${caption}\n${text.replace('{{ creator }}', 'Pell')}`,
    );
  });
  test('is renewed where one’s details gave it as they were then', () => {
    const templates = put('{{ me : name }}, {{ me : telephone }}');
    const { changes } = run(
      templates,
      { description: 'The mast.\nPell, 1' },
      {
        identities: { me: { name: 'Pell', telephone: '2' } },
        formerIdentities: [{ me: { name: 'Pell', telephone: '1' } }],
      },
    );
    expect(changes.get('description')?.value).toBe('The mast.\nPell, 2');
  });
  // Six placeholders parted by blanks once took 146 seconds a picture.
  test('of many placeholders is looked for in a long caption in one pass', () => {
    const text = '{{ a }} {{ b }} {{ c }} {{ d }} {{ e }} {{ f }} by the photographer';
    const facts = Object.fromEntries([...'abcdef'].map((name) => [name, 'x']));
    const description = 'a '.repeat(50_000).trim();
    const { changes } = run(put(text, [text]), { description }, { facts });
    expect(changes.get('description')?.value).toBe(`${description}\nx x x x x x by the photographer`);
  });
  test('is not seen in a line that only resembles it', () => {
    expect(on(put('{{ creator }} / {{ credit line ? desk }}'), 'Mast / boom', { creator: ['Pell'] })).toBe(
      'Mast / boom\nPell / desk',
    );
  });
  test('that already there changes nothing', () => {
    expect(on(put('Pell / Tarn', ['Pell']), 'The mast.\nPell / Tarn')).toBe('The mast.\nPell / Tarn');
    expect(signOffFor(compileTemplates(put('Pell / Tarn')), {}, context)).toBe('Pell / Tarn');
  });
});

test('a language is replaced, not doubled, when it is added', () => {
  const add: Entry = {
    field: 'titleLanguages',
    rule: 'add',
    texts: [],
    structures: [{ language: 'NB', text: '{{ city }} nå' }],
  };
  const values: Values = {
    city: 'Havnes',
    titleLanguages: [
      { language: 'nb', text: 'før' },
      { language: 'fi', text: 'ennen' },
    ],
  };
  expect(result([template('a', [add])], values)).toEqual({
    titleLanguages: [
      { language: 'NB', text: 'Havnes nå' },
      { language: 'fi', text: 'ennen' },
    ],
  });
});

test('the overview tells who gave a value and what it displaced', () => {
  const templates = [
    template('identity', [
      entry('creditLine', 'Pell'),
      entry('city', 'Havnes', 'fill'),
      entry('description', 'Pell', 'after'),
    ]),
    template('client', [
      entry('creditLine', 'Boat Trust'),
      entry('city', 'Elsewhere', 'fill'),
      entry('headline', '{{ event }}'),
    ]),
  ];
  const values: Values = { creditLine: 'Old', description: 'The mast.' };
  const lines = Object.fromEntries(overviewOf(run(templates, values), values).map((one) => [one.field, one]));
  expect(lines.creditLine).toMatchObject({
    value: 'Boat Trust',
    givenBy: ['client'],
    displaced: [
      { value: 'Old', from: 'picture' },
      { value: 'Pell', from: 'identity' },
    ],
  });
  expect(lines.city).toMatchObject({ givenBy: ['identity'], displaced: [], stoodBack: ['client'] });
  expect(lines.description).toMatchObject({ givenBy: ['identity'], displaced: [] });
  expect(lines.headline).toMatchObject({
    value: null,
    leftOut: [{ templateId: 'client', missing: ['event'] }],
  });
});
