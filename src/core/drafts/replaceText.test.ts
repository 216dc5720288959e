import { replaceText } from './replaceText';

test.each([
  ['+47 11', '+47 11', '+47 22', '+47 22'],
  ['© 2024 Ada Old, 2025 ADA OLD', 'Ada Old', 'Ada New', '© 2024 Ada New, 2025 Ada New'],
  ['© 2024 Ada Oldham', 'Ada Old', 'Ada New', '© 2024 Ada Oldham'],
  ['A $1 (b)', '$1 (b)', '$& c', 'A $& c'],
  ['Embargo until 2026-01-02. Call first.', 'Embargo until 2026-01-02.', '', 'Call first.'],
  ['Two  spaces. Gone. End', 'Gone.', '', 'Two  spaces. End'],
  ['© Tarn & Tide', 'Tarn', 'Tarn & Tide', '© Tarn & Tide'],
  ['© Tarn, Tarn & Tide', 'Tarn', 'Tarn & Tide', '© Tarn & Tide, Tarn & Tide'],
  ['© The Tarn', 'Tarn', 'The Tarn', '© The Tarn'],
  [['Bo', 'Bo'], 'Ada Old', 'Ada New', ['Bo', 'Bo']],
  ['Gone', 'gone', '', null],
  [['Ada Old', 'Bo'], 'Ada Old', 'Ada New', ['Ada New', 'Bo']],
  [['Ada Old', 'Ada New'], 'Ada Old', 'Ada New', ['Ada New']],
  [['Ada Old'], 'Ada Old', '', null],
  [undefined, 'x', 'y', undefined],
  ['Ærlig Øst', 'Øst', 'Vest', 'Ærlig Vest'],
] as const)('%p: %p becomes %p', (value, from, to, expected) => {
  expect(replaceText(value, from, to)).toEqual(expected);
});

test('structures stay as they are', () => {
  const value = [{ name: 'Ada Old' }];
  expect(replaceText(value, 'Ada Old', 'Ada New')).toEqual(value);
});
