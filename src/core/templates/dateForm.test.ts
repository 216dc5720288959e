import { format } from 'date-fns';
import { de, enGB, fi, nb } from 'date-fns/locale';
import fc from 'fast-check';
import { compileDateForm } from './dateForm';

// Expected values from date-fns, which uses the same symbols of UTS #35 (apart from D, which it keeps back).
const forms = [
  'y',
  'yy',
  'yyyy',
  'M',
  'MM',
  'd',
  'dd',
  'd.M.yyyy',
  'yyyy-MM-dd',
  'H',
  'HH:mm',
  'h a',
  'HH:mm:ss',
  "d 'of' M",
  "h 'o''clock'",
];
const local = (date: Date) => format(date, "yyyy-MM-dd'T'HH:mm:ss");

test('every form gives what date-fns gives', () => {
  fc.assert(
    fc.property(
      fc.date({ min: new Date(1900, 0, 1), max: new Date(2099, 11, 31), noInvalidDate: true }),
      fc.constantFrom(...forms, 'EEE d MMM y', 'EEEE, d MMMM y', 'MMMM yyyy'),
      (date, form) => {
        // English here is that of the CLDR: "Sept" in British English, "Sep" as date-fns has it.
        expect(compileDateForm(form)?.(local(date))).toBe(format(date, form, { locale: enGB }));
      },
    ),
  );
});

test.each([
  ['nb', nb, 'd. MMMM y'],
  ['de', de, 'd. MMMM y'],
  ['fi', fi, 'd. MMMM y'],
  ['de', de, 'EEEE'],
  ['nb', nb, 'EEEE'],
] as const)('months and weekdays in %s', (tag, locale, form) => {
  for (let month = 0; month < 12; month++) {
    const date = new Date(2026, month, 10 + month);
    expect(compileDateForm(`${form} (${tag})`)?.(local(date))).toBe(format(date, form, { locale }));
  }
});

test('a part that the date does not have makes no date', () => {
  expect(compileDateForm('MMMM y')?.('2026-05')).toBe('May 2026');
  expect(compileDateForm('d MMMM y')?.('2026-05')).toBeUndefined();
  expect(compileDateForm('HH:mm')?.('2026-05-14')).toBeUndefined();
  expect(compileDateForm('y')?.('2026-13-01')).toBeUndefined();
  expect(compileDateForm('y')?.('2026-02-30')).toBeUndefined();
  expect(compileDateForm('D')?.('2024-12-31')).toBe('366');
});

test('the recorded local digits count, a zone is never applied', () => {
  expect(compileDateForm('y-MM-dd HH:mm')?.('2025-12-31T23:40:00-11:00')).toBe('2025-12-31 23:40');
});

test.each(['Q', 'dd.MM.jjjj', "d 'open", '', 'ddd', 'y (xx-not-a-language-at-all)', 'MMMMM'])(
  '“%s” is not understood',
  (form) => {
    expect(compileDateForm(form)).toBeUndefined();
  },
);
