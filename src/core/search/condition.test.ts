import fc from 'fast-check';
import { type Condition, conditionOf, conditionText, pictureStates, subjects } from './condition';

test.each<readonly [string, Condition]>([
  ['City is Havnes', { kind: 'is', subject: 'city', text: 'Havnes' }],
  ['keywords contains ketch', { kind: 'contains', subject: 'keywords', text: 'ketch' }],
  ['Creator is empty', { kind: 'empty', subject: 'creator' }],
  ['Headline is filled', { kind: 'filled', subject: 'headline' }],
  ['Taken in 2026', { kind: 'taken', from: '2026', to: '2026' }],
  ['taken from 2025-03 to 2026-01-02', { kind: 'taken', from: '2025-03', to: '2026-01-02' }],
  ['Rating is at least 3', { kind: 'rating', least: 3 }],
  ['Assignment is Winter lay-up', { kind: 'assignment', name: 'Winter lay-up' }],
  ['Format is heic', { kind: 'format', format: 'heic' }],
  ['File has drafts', { kind: 'state', state: 'draft' }],
  ['File contradicts itself', { kind: 'state', state: 'contradictory' }],
  ['File cannot be read', { kind: 'state', state: 'unreadable' }],
  ['Orientation is portrait', { kind: 'is', subject: 'orientation', text: 'portrait' }],
  ['ISO is 400', { kind: 'is', subject: 'iso', text: '400' }],
  ['File has records that disagree', { kind: 'state', state: 'disagrees' }],
  ['Longer side is at least 4000', { kind: 'side', least: 4000 }],
  ['Within 20 km of 63.1, -8.25', { kind: 'near', km: 20, latitude: 63.1, longitude: -8.25 }],
  ['Run is 3f2a90c1', { kind: 'run', run: '3f2a90c1' }],
  ['Licence is to Skarv Press', { kind: 'licensed', to: 'Skarv Press' }],
  ['Licence ends from 2026-01 to 2026-06', { kind: 'licence-ends', from: '2026-01', to: '2026-06' }],
  ['Licence is missing', { kind: 'unlicensed' }],
  ['Check fails', { kind: 'check' }],
  [
    'Check fails in A notice with sign, year and owner',
    { kind: 'check', rule: 'A notice with sign, year and owner' },
  ],
  ['Gathering is Best of 2026', { kind: 'gathering', name: 'Best of 2026' }],
  ['Fact client is Skarv Press', { kind: 'fact', name: 'client', value: 'Skarv Press' }],
  ['Draft is from the template Standing rights', { kind: 'template', name: 'Standing rights' }],
  ['Without the word fog', { kind: 'without', words: 'fog' }],
  ['Headline is what is left', { kind: 'is', subject: 'headline', text: 'what is left' }],
])('%s', (sentence, condition) => {
  expect(conditionOf(sentence)).toEqual(condition);
});

test.each([
  '',
  'ketch',
  'Colour is red',
  'Taken in spring',
  'Rating is at least 9',
  'City is',
  'Within 5 km of 91, 0',
  'Licence ends',
])('“%s” is no condition', (sentence) => {
  expect(conditionOf(sentence)).toBeUndefined();
});

const text = fc
  .string({ minLength: 1, maxLength: 40 })
  .map((one) => one.trim())
  .filter((one) => one !== '' && !/^(empty|filled|at least [1-5])$/i.test(one));
const subject = fc.constantFrom(...subjects);
const date = fc.constantFrom('2026', '2026-03', '2026-03-04');
const anyCondition: fc.Arbitrary<Condition> = fc.oneof(
  fc.record({ kind: fc.constantFrom('is', 'contains'), subject, text }),
  fc.record({ kind: fc.constantFrom('empty', 'filled'), subject }),
  fc.record({ kind: fc.constant('taken' as const), from: date, to: date }),
  fc.record({ kind: fc.constant('rating' as const), least: fc.integer({ min: 1, max: 5 }) }),
  fc.record({ kind: fc.constant('assignment' as const), name: text }),
  fc.record({ kind: fc.constant('state' as const), state: fc.constantFrom(...pictureStates) }),
  fc.record({ kind: fc.constant('without' as const), words: text }),
  fc.record({ kind: fc.constant('side' as const), least: fc.integer({ min: 0, max: 9_999_999 }) }),
  fc.record({
    kind: fc.constant('near' as const),
    km: fc.integer({ min: 0, max: 20_000 }),
    latitude: fc.integer({ min: -9000, max: 9000 }).map((one) => one / 100),
    longitude: fc.integer({ min: -18_000, max: 18_000 }).map((one) => one / 100),
  }),
  fc.record({ kind: fc.constant('licensed' as const), to: text }),
  fc.record({ kind: fc.constant('run' as const), run: fc.stringMatching(/^[0-9a-f]{8}$/) }),
  fc.record({ kind: fc.constant('licence-ends' as const), from: date }),
  fc.constant({ kind: 'unlicensed' as const }),
  fc.record({
    kind: fc.constant('fact' as const),
    name: fc.constantFrom('client', 'ship’s name'),
    value: text,
  }),
  fc.record({ kind: fc.constant('gathering' as const), name: text }),
  fc.record({ kind: fc.constant('template' as const), name: text }),
);

test('the sentence of every condition is read as that condition', () => {
  fc.assert(
    fc.property(anyCondition, (condition) => {
      expect(conditionOf(conditionText(condition))).toEqual(condition);
    }),
  );
});
