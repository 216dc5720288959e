import fc from 'fast-check';
import { formatTable, parseTable, separatorOf } from './clipboardTable';

test.each([
  ['one cell', 'a', [['a']]],
  ['a row', 'a\tb\tc', [['a', 'b', 'c']]],
  ['an empty text', '', [['']]],
  [
    'empty cells',
    '\t\n\t',
    [
      ['', ''],
      ['', ''],
    ],
  ],
  // The plain-text form of LibreOffice Calc: a line end closes the last row (from memory of its behaviour).
  [
    'two rows closed by a line end',
    'a\tb\nc\td\n',
    [
      ['a', 'b'],
      ['c', 'd'],
    ],
  ],
  // RFC 4180, section 2, rules 5 to 7, with tabs.
  ['a line end within a cell', '"first\nsecond"\tb', [['first\nsecond', 'b']]],
  ['quotes doubled within quotes', '"the ""Marena"""\tb', [['the "Marena"', 'b']]],
  ['a tab within a cell', '"a\tb"\tc', [['a\tb', 'c']]],
  [
    'CR LF',
    'a\tb\r\nc\td\r\n',
    [
      ['a', 'b'],
      ['c', 'd'],
    ],
  ],
  ['quotes that are not closed stand as they are', '"a\tb', [['"a', 'b']]],
  ['a quote in the middle is none', 'a "b"\tc', [['a "b"', 'c']]],
  ['commas are no separators on the clipboard', 'Ida, Jon\nOttar', [['Ida, Jon'], ['Ottar']]],
])('%s', (_, text, rows) => expect(parseTable(text)).toEqual(rows));

// RFC 4180, section 2; with semicolons where a comma is the decimal sign (common practice).
test.each([
  [
    'a;b\nc;"d;e"',
    [
      ['a', 'b'],
      ['c', 'd;e'],
    ],
  ],
  [
    'a,b\nc,"d,e"',
    [
      ['a', 'b'],
      ['c', 'd,e'],
    ],
  ],
  [
    'a;b,c\nd;e,f',
    [
      ['a', 'b,c'],
      ['d', 'e,f'],
    ],
  ],
  ['"a,b";c', [['a,b', 'c']]],
])('CSV: %j', (text, rows) => expect(parseTable(text, separatorOf(text))).toEqual(rows));

const cell = fc.string({
  unit: fc.constantFrom('a', 'é', ' ', '"', '\t', '\n', '\r\n', ',', ';', '船'),
  maxLength: 8,
});

test('what goes to a spreadsheet comes back', () => {
  const table = fc
    .integer({ min: 1, max: 4 })
    .chain((width) =>
      fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 5 }),
    );
  fc.assert(fc.property(table, (rows) => expect(parseTable(formatTable(rows))).toEqual(rows)));
});

test('a long text with many open quotes is read in one pass', () => {
  const text = '"'.repeat(200_001);
  expect(parseTable(text).flat().join('').length).toBeGreaterThan(0);
});
