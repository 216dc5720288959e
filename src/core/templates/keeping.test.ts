import type { FieldId } from '../catalogue/fields';
import { carryingOf, compileStates, renewal, type TemplateState } from './carried';
import { changeCounts, compareEntries, comparePicture } from './compare';
import { withEarlier } from './formerTexts';
import { entriesFromValues } from './fromValues';
import { healthOf } from './health/health';
import { identitiesByName, identityEntries } from './identity';
import type { PlaceholderContext } from './placeholders';
import type { Values } from './resolution';
import { compileTemplates, resolve } from './resolve';
import { starters } from './starters';
import { checkEntry, type Entry, type Rule, rulesFor } from './template';

const context: PlaceholderContext = { fileName: 'a.jpg', today: '2026-11-23', facts: {} };
const entry = (field: FieldId, text: string, rule: Rule = 'overwrite'): Entry => ({
  field,
  rule,
  texts: [text],
});
const state = (version: number, entries: Entry[], identities = {}): TemplateState => ({
  version,
  entries,
  identities,
});
const states = (...all: TemplateState[]) => compileStates({ id: 't', name: 't', kind: 'standing' }, all);

describe('starters', () => {
  test.each(starters.map((one) => [one.name, one] as const))(
    '%s is sound and gives nothing of the invented person',
    (_, starter) => {
      const compiled = compileTemplates([{ ...starter, version: 1 }]);
      expect(compiled.problems).toEqual([]);
      for (const one of starter.entries) expect(checkEntry(one)).toEqual([]);
      const { changes } = resolve(compiled, {}, context);
      expect(JSON.stringify([...changes])).not.toMatch(/fill in|your name/);
      const codes = healthOf(starter, {
        facts: ['event', 'venue', 'client', 'city of the event'],
        identities: [],
        today: context.today,
      });
      expect(codes.filter(({ code }) => code !== 'fill-in' && code !== 'individual-in-standing')).toEqual([]);
    },
  );
});

test('differences: of two sets of entries, as counts, and of a picture', () => {
  const left = [entry('city', 'A'), entry('creator', 'Pell'), entry('source', 'x')];
  const right = [entry('city', 'B'), entry('creator', 'Pell'), entry('headline', 'h')];
  expect(compareEntries(left, right).map(({ field, kind }) => [field, kind])).toEqual([
    ['creator', 'same'],
    ['source', 'only-left'],
    ['headline', 'only-right'],
    ['city', 'differs'],
  ]);
  expect(changeCounts(left, right)).toEqual({ added: 1, removed: 1, changed: 1 });
  const picture = comparePicture(
    { city: 'A', title: 'T' },
    new Map<FieldId, string | null>([
      ['city', 'B'],
      ['headline', 'h'],
      ['title', 'T'],
    ]),
  );
  expect(picture.map(({ field, kind }) => [field, kind])).toEqual([
    ['headline', 'not-in-picture'],
    ['title', 'same'],
    ['city', 'differs'],
  ]);
});

test('a picture gives entries that give its values again; what is its own is told', () => {
  const values: Values = { creator: ['Pell'], title: 'A {{ brace', licensor: [{ name: 'Tarn' }] };
  const offered = entriesFromValues(values);
  expect(offered.map(({ entry: { field }, individual }) => [field, individual])).toEqual([
    ['creator', false],
    ['title', true],
    ['licensor', false],
  ]);
  const entries = offered.map((one) => one.entry);
  const { changes } = resolve(
    compileTemplates([{ id: '', name: '', kind: 'job', version: 1, entries }]),
    {},
    context,
  );
  expect(Object.fromEntries([...changes].map(([id, { value }]) => [id, value]))).toEqual({
    ...values,
    title: 'A { { brace',
  });
});

test('one’s details are kept once: a changed telephone reaches every template that names it', () => {
  const identity = {
    id: 'i',
    name: 'Tarn & Tide',
    kind: 'business' as const,
    parts: { telephone: '1', 'e-mail': 'a@b.example' },
  };
  const entries = identityEntries(identity, ['name', 'telephone']);
  const made = (telephone: string) =>
    resolve(
      compileTemplates([{ id: '', name: '', kind: 'standing', version: 1, entries }]),
      {},
      {
        ...context,
        identities: identitiesByName([{ ...identity, parts: { ...identity.parts, telephone } }]),
      },
    ).changes;
  expect(made('1').get('contactPhone')?.value).toBe('1');
  expect(made('2').get('contactPhone')?.value).toBe('2');
  expect(made('2').get('creator')?.value).toEqual(['Tarn & Tide']);
});

describe('where a template is used', () => {
  const old = [
    entry('creator', 'Pell'),
    entry('contactPhone', '1'),
    entry('contactAddress', 'Brygga 4'),
    entry('description', 'Pell / Old', 'after'),
    { field: 'keywords', rule: 'add', texts: ['boat', 'sail'] } as Entry,
  ];
  const now = [
    entry('creator', 'Pell'),
    entry('contactPhone', '2'),
    entry('description', 'Pell / New', 'after'),
    { field: 'keywords', rule: 'add', texts: ['boat', 'ketch'] } as Entry,
    entry('contactWeb', 'https://tarn.example'),
  ];
  const both = states(state(2, now), state(1, old));
  const file: Values = {
    creator: ['Pell'],
    contactPhone: '1',
    contactAddress: 'Brygga 4',
    description: 'The mast.\nPell / Old',
    keywords: ['dog', 'boat', 'sail'],
    city: 'Havnes',
  };

  test('the state that fits best is told', () => {
    expect(carryingOf(both, file, context)).toMatchObject({ version: 1, isPresent: false, of: 5 });
    expect(carryingOf(both, { city: 'Havnes' }, context)).toBeUndefined();
    expect(
      carryingOf(
        states(state(1, [entry('rightsStatus', 'in-copyright')])),
        { rightsStatus: 'in-copyright' },
        context,
      ),
    ).toBeUndefined();
  });

  // One value changed by hand made a picture of the newest version count as one of an older version.
  test('the state of which most is there goes before one that is there wholly and says less', () => {
    const less = states(state(2, now), state(1, [entry('creator', 'Pell'), entry('contactPhone', '2')]));
    const changed: Values = {
      creator: ['Pell'],
      contactPhone: '2',
      description: 'The mast.\nPell / New',
      keywords: ['boat', 'ketch'],
      contactWeb: 'https://other.example',
    };
    expect(carryingOf(less, changed, context)).toMatchObject({ version: 2, isPresent: true });
  });

  test('renewing replaces values of the earlier state, empties those that no template gives, fills empty fields', () => {
    const wanted = renewal(both, file, context);
    expect(Object.fromEntries(wanted)).toEqual({
      contactPhone: '2',
      contactAddress: null,
      description: 'The mast.\nPell / New',
      keywords: ['dog', 'boat', 'ketch'],
      contactWeb: 'https://tarn.example',
    });
    const after = { ...file, ...Object.fromEntries(wanted) } as Values;
    const { contactAddress: _, ...clean } = after;
    expect(renewal(both, clean, context).size).toBe(0);
    expect(carryingOf(both, clean, context)).toMatchObject({ version: 2, isPresent: true });
  });

  test('what was written by hand since is left alone', () => {
    const wanted = renewal(both, { ...file, contactPhone: '3', contactWeb: 'https://mine.example' }, context);
    expect(wanted.has('contactPhone')).toBe(false);
    expect(wanted.has('contactWeb')).toBe(false);
  });

  test('a changed identity makes a state of the same version', () => {
    const entries = [entry('creator', 'Pell'), entry('contactPhone', '{{ me : telephone }}')];
    const of = (telephone: string) => state(1, entries, { me: { telephone } });
    const two = states(of('2'), of('1'));
    const held: Values = { creator: ['Pell'], contactPhone: '1' };
    expect(carryingOf(two, held, context)).toMatchObject({ isPresent: false });
    expect(Object.fromEntries(renewal(two, held, context))).toEqual({ contactPhone: '2' });
  });
});

describe('health', () => {
  const adviceOn = (entries: Entry[], kind: 'standing' | 'job' = 'standing') =>
    healthOf(
      { kind, entries },
      {
        facts: ['venue'],
        identities: ['Tarn'],
        today: context.today,
        countries: {
          nameOf: (code) => ({ NOR: 'Norway', NO: 'Norway', FIN: 'Finland' })[code],
          codeOf: (name) => ({ Norway: 'NOR' })[name],
        },
      },
    );
  const reach = entry('contactPhone', '+47 555 01 77');

  test.each<[string, Entry[], string]>([
    ['nothing in it', [], 'empty-template'],
    ['a starter’s text', [entry('city', '{{ fill in : city }}', 'fill')], 'fill-in'],
    ['left-over text', [entry('creditLine', 'Your Name')], 'left-over-text'],
    ['a filler', [entry('source', 'n/a')], 'filler'],
    ['a form of address', [entry('jobTitle', 'Mr.')], 'form-of-address'],
    ['too long for IIM', [entry('creditLine', 'å'.repeat(17))], 'cut-in-iim'],
    ['near the limit', [entry('creditLine', 'a'.repeat(30))], 'near-iim-limit'],
    ['a title on every picture', [entry('title', 'Ketch')], 'individual-in-standing'],
    ['an unknown placeholder', [entry('source', '{{ somewhere }}')], 'unknown-placeholder'],
    ['a placeholder of no form', [entry('source', '{{ date taken : wann }}')], 'bad-placeholder'],
    ['a field made of itself', [entry('source', '{{ source }}')], 'made-of-itself'],
    ['a typed year', [entry('copyrightNotice', '© 2024 Pell')], 'written-year'],
    ['no owner', [entry('copyrightNotice', '© {{ year taken }}')], 'notice-lacks'],
    ['(c)', [entry('copyrightNotice', '(c) {{ year taken }} Pell')], 'letter-for-sign'],
    ['terms without notice', [entry('usageTerms', 'Ask first.')], 'no-notice'],
    ['a creator out of reach', [entry('creator', 'Pell')], 'no-reach'],
    ['public domain', [entry('rightsStatus', 'public-domain')], 'status-public-domain'],
    [
      'public domain with a notice',
      [entry('rightsStatus', 'public-domain'), entry('copyrightNotice', '© {{ year taken }} Pell')],
      'contradicts',
    ],
    ['a bare www.', [entry('webStatement', 'www.tarn.example')], 'address-incomplete'],
    ['http', [entry('webStatement', 'http://tarn.example')], 'address-without-https'],
    ['no e-mail', [entry('contactEmail', 'desk(at)tarn')], 'email-not-one'],
    ['a street', [entry('contactAddress', 'Brygga 4')], 'street-public'],
    ['a position', [entry('gpsLatitude', '60.1', 'fill')], 'position-public'],
    ['no country code', [entry('country', 'Norway', 'fill')], 'country-without-code'],
    [
      'another country’s code',
      [entry('country', 'Norway', 'fill'), entry('countryCode', 'FIN', 'fill')],
      'code-not-of-country',
    ],
    ['a rule that does not fit', [entry('city', 'A', 'add')], 'rule-not-for-field'],
  ])('%s: %s', (_, entries, code) => {
    expect(adviceOn(entries).map((one) => one.code)).toContain(code);
  });

  test('a sound template has none', () => {
    expect(
      adviceOn([
        entry('creator', 'Aune Pell'),
        entry('copyrightNotice', '© {{ year taken }} Aune Pell, all rights reserved'),
        entry('rightsStatus', 'in-copyright'),
        entry('webStatement', 'https://tarn.example/rights'),
        entry('usageTerms', 'No use without written permission.'),
        reach,
      ]),
    ).toEqual([]);
  });

  test('each repair takes its advice away', () => {
    const ill = [
      entry('copyrightNotice', '(c) 2024 Pell'),
      entry('webStatement', 'www.tarn.example'),
      entry('jobTitle', 'Mr'),
      entry('source', 'none'),
      entry('title', 'Ketch'),
      entry('country', 'Norway', 'fill'),
      entry('contactAddress', 'Brygga 4'),
      reach,
    ];
    let entries: readonly Entry[] = ill;
    for (let round = 0; round < 12; round++) {
      const next = adviceOn([...entries]).find((one) => one.repair);
      if (!next) break;
      const before = adviceOn([...entries]).length;
      entries = next.repair!;
      expect(adviceOn([...entries]).length).toBeLessThan(before);
    }
    expect(adviceOn([...entries])).toEqual([]);
    for (const one of entries) expect(rulesFor(one.field)).toContain(one.rule);
  });
});

// A notice that an earlier version overwrote was taken for a line that this version puts after others, and replaced.
test('only texts that were put before or after others are renewed, not those that were overwritten', () => {
  const text = (rule: Rule, field: FieldId = 'description'): Entry => ({
    field,
    rule,
    texts: [`${field} ${rule}`],
  });
  expect(
    withEarlier(undefined, [text('after'), text('overwrite', 'copyrightNotice'), text('overwrite')]),
  ).toEqual({
    description: ['description after'],
  });
});
