import fc from 'fast-check';
import { valueFor } from '../../../tests/fixtures/values';
import { checkStructure, checkText, checkValue } from './checkValue';
import { choiceWords, type FieldId, field, writtenFieldIds } from './fields';
import { canonicalPosition } from './position';

const expected = (id: FieldId, value: unknown) => {
  const checked = checkValue(id, value);
  return 'problem' in checked ? checked.problem.expected : undefined;
};
const canonical = (id: FieldId, value: unknown) => {
  const checked = checkValue(id, value);
  return 'value' in checked ? checked.value : undefined;
};

test('every value that the fixtures make of a field is allowed, and stays as it is', () => {
  const any = fc
    .constantFrom(...writtenFieldIds)
    .chain((id) => valueFor(id).map((value) => [id, value] as const));
  fc.assert(
    fc.property(any, ([id, value]) => {
      const checked = checkValue(id, value);
      expect(checked).toHaveProperty('value');
      expect(checkValue(id, 'value' in checked ? checked.value : null)).toEqual(checked);
    }),
    { numRuns: 400 },
  );
});

test('every example of the catalogue is allowed in its field, or in the items of it', () => {
  for (const id of writtenFieldIds) {
    const { type, example } = field(id);
    if (type === 'structures' || type === 'coordinate') continue;
    const texts = type === 'list' ? example.split(', ') : [example];
    for (const text of texts) expect([id, checkText(id, text)]).toEqual([id, undefined]);
  }
});

// A status "Copyrighted" once went into the file as public domain.
test.each<[FieldId, unknown, RegExp]>([
  ['rightsStatus', 'Copyrighted', /in copyright, public domain/],
  ['urgency', '9', /1, 2, 3/],
  ['dataMining', 'no', /prohibited/],
  ['rating', '6', /−1 to 5/],
  ['rating', '3.5', /−1 to 5/],
  ['gpsLatitude', '91', /−90 to 90/],
  ['gpsLongitude', '10,75', /decimal degrees/],
  ['dateCreated', '14 May', /2026-05-14/],
  ['dateCreated', '2026-04-31', /a date/],
  ['dateCreated', '2026-05-14T25:00', /a date/],
  ['webStatement', 'see my page', /without blanks/],
  ['countryCode', 'Norway', /two or three letters/],
  ['maxAvailableWidth', '12.5', /whole number/],
  ['sceneCode', ['1234'], /six digits/],
  ['subjectCode', ['sports'], /eight digits/],
  ['imageFileConstraints', ['none'], /keep the metadata/],
  ['creator', 'Aune Pell', /a list/],
  ['headline', ['Launch'], /one text/],
  ['locationShown', [{ city: 'A', planet: 'B' }], /countryCode/],
  ['locationShown', [{ countryCode: 'Norway' }], /Country code: the two or three letters/],
  ['licensor', [{ telephoneType1: 'loud' }], /Kind of telephone: one of: work, mobile/],
  ['locationCreated', [{ city: 'A' }, { city: 'B' }], /at most 1/],
  ['imageSupplier', [{ name: 'A' }, { name: 'B' }], /at most 1/],
  ['licensor', [{ name: 'A' }, { name: 'B' }, { name: 'C' }, { name: 'D' }], /at most 3/],
  ['modifyDate', '2026', /only shown/],
  ['titleLanguages', [{ language: 'not a tag', text: 'x' }], /language code/],
])('%s refuses %j and says what is expected', (id, value, words) => {
  expect(expected(id, value)).toMatch(words);
});

test('control characters and lone surrogates are refused where they enter', () => {
  for (const text of ['a\u0000b', 'a\u0007b', 'a\ud800b']) {
    const checked = checkValue('headline', text);
    expect('problem' in checked && checked.problem.code).toBe('xmp-character-refused');
  }
  expect(checkValue('description', 'two\nlines\tand a tab')).toHaveProperty('value');
});

test.each<[FieldId, unknown, unknown]>([
  ['rightsStatus', 'In Copyright', 'in-copyright'],
  ['rating', '3.0', '3'],
  ['countryCode', 'nor', 'NOR'],
  ['gpsLatitude', '059.90', '59.9'],
  [
    'digitalSourceType',
    'taken with a digital camera',
    'http://cv.iptc.org/newscodes/digitalsourcetype/digitalCapture',
  ],
  [
    'digitalSourceType',
    'http://cv.iptc.org/newscodes/digitalsourcetype/softwareImage',
    'http://cv.iptc.org/newscodes/digitalsourcetype/softwareImage',
  ],
  ['licensor', [{ telephoneType1: 'mobile' }], [{ telephoneType1: 'http://ns.useplus.org/ldf/vocab/cell' }]],
  ['headline', '', null],
  ['keywords', [], null],
])('%s takes %j as %j', (id, value, wanted) => {
  expect(canonical(id, value)).toEqual(wanted);
});

test('placeholders in the members of a structure are left for later', () => {
  const place = { city: '{{ city }}', countryCode: '{{ country code }}' };
  expect(checkStructure('locationShown', place, (text) => text.includes('{{'))).toBeUndefined();
  expect(checkStructure('locationShown', place)?.expected).toMatch(/letters/);
});

test('no value, whatever it is, throws', () => {
  fc.assert(
    fc.property(fc.constantFrom(...writtenFieldIds), fc.anything(), (id, value) => {
      expect(typeof checkValue(id, value)).toBe('object');
    }),
  );
});

test('positions are kept with as many decimals as their axis, never as -0', () => {
  expect(canonicalPosition('latitude', '-0.00000001')).toBe('0');
  expect(canonicalPosition('altitude', '12.34567')).toBe('12.346');
  expect(canonicalPosition('longitude', '1e2')).toBeUndefined();
});

// A draft with such a code made the page of its template answer 500.
test.each(['constructor', 'toString', '__proto__', 'hasOwnProperty'])(
  'the code %s has no words of its own',
  (code) => {
    expect(choiceWords(field('rightsStatus').choices, code)).toBe(code);
  },
);
