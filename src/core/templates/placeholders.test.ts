import fc from 'fast-check';
import type { FieldId } from '../catalogue/fields';
import type { FieldValue } from '../catalogue/value';
import { parsePlaceholder, parseText, placeholderText } from './grammar';
import { compileText, evaluate, type PlaceholderContext } from './placeholders';

const context: PlaceholderContext = {
  fileName: 'kt24-launch_0398.jpg',
  folder: '2026-05-14 relaunch',
  today: '2026-11-23',
  runningNumber: 7,
  camera: 'Tindra K2',
  lens: 'Tindra 35 mm',
  width: 6000,
  height: 4000,
  assignment: 'Relaunch',
  facts: { Venue: 'Pellvik yard', city: 'Havnes' },
  identities: { 'Tarn & Tide': { name: 'Tarn & Tide', telephone: '+47 555 01 77' } },
};
const values: { [K in FieldId]?: FieldValue } = {
  dateCreated: '2025-12-30T23:30:00',
  creditLine: 'Tarn & Tide',
  creator: ['Aune Pell', 'Second Pell'],
  city: 'Elsewhere',
};
const evaluated = (text: string) => evaluate(compileText(text), context, (id) => values[id]);

test.each([
  ['{{ date taken : d MMMM y }}', '30 December 2025'],
  ['{{ date taken : d. MMMM y (nb) }}', '30. desember 2025'],
  ['{{ time taken }}', '23:30'],
  ['{{ month taken : MMM }}', 'Dec'],
  ['{{ file name : 1 }}, {{ file name : 3 }}', 'kt24, 0398'],
  ['{{ file extension }}', 'jpg'],
  ['{{ folder }}', '2026-05-14 relaunch'],
  ['{{ running number : 4 }}', '0007'],
  ['{{ lens }}; {{ pixel size }}; {{ width }}', 'Tindra 35 mm; 6000 × 4000; 6000'],
  ['{{ Credit Line }}', 'Tarn & Tide'],
  ['{{ creator }}', 'Aune Pell, Second Pell'],
  ['{{ tarn & tide : Telephone }}', '+47 555 01 77'],
  ['{{ Tarn & Tide }}', 'Tarn & Tide'],
  ['{{ headline ? no headline }}', 'no headline'],
  ['{{ side ? }}', ''],
  ['At the yard{[, {{ venue }}]}{[, berth {{ berth }}]}.', 'At the yard, Pellvik yard.'],
  ['{[{{ berth ? 4 }}]}', '4'],
])('%s → %s', (text, expected) => {
  expect(evaluated(text)).toEqual({ text: expected, missing: [] });
});

test('a fact goes before the field of its name', () => {
  expect(evaluated('{{ city }}').text).toBe('Havnes');
});

test.each([
  ['{{ headline }}', ['headline']],
  ['{{ fill in : your name }}', ['fill in']],
  ['{{ Tarn & Tide : fax }}', ['Tarn & Tide']],
  ['{{ file name : 9 }}', ['file name']],
])('%s has no value', (text, missing) => {
  expect(evaluated(text).missing).toEqual(missing);
});

test.each([
  ['a {{ b', 'placeholder-syntax'],
  ['a {[ b', 'placeholder-syntax'],
  ['{{ date taken : wann }}', 'placeholder-form'],
  ['{{ running number : many }}', 'placeholder-form'],
  ['{{ running number : 40 }}', 'placeholder-form'],
  ['{{ file name : second }}', 'placeholder-form'],
  ['{{ assignment : short }}', 'placeholder-form'],
])('%s is reported and stays as it is typed where it cannot be read', (text, code) => {
  expect(compileText(text).problems).toMatchObject([{ code }]);
});

test('what is no placeholder is text', () => {
  for (const text of ['a ]} b', 'a { { b }}', 'a {[ b', '}} a', ''])
    expect(evaluated(text)).toEqual({ text, missing: [] });
});

test('any text is understood without an error, and its literals are kept', () => {
  const piece = fc.constantFrom('{{', '}}', '{[', ']}', 'a', ' ', '?', ':', '\n', 'year taken', '©');
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 20 }), (pieces) => {
      const text = pieces.join('');
      const { parts } = parseText(text);
      if (!text.includes('{{') && !text.includes('{['))
        expect(parts).toEqual(text ? [{ literal: text }] : []);
      expect(() => evaluated(text)).not.toThrow();
    }),
  );
});

test('the plain form of a placeholder reads back as the same', () => {
  const word = fc.stringMatching(/^[a-z]{1,5}( [a-z]{1,5})?$/);
  fc.assert(
    fc.property(
      fc.record({
        name: word,
        form: fc.option(word, { nil: undefined }),
        fallback: fc.option(word, { nil: undefined }),
      }),
      ({ name, form, fallback }) => {
        const one = { name, ...(form ? { form } : {}), ...(fallback ? { fallback } : {}) };
        expect(parsePlaceholder(placeholderText(one).slice(2, -2))).toEqual({ ...one, key: name });
      },
    ),
  );
});
