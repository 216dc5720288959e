import fc from 'fast-check';
import { piecesOf, typedPlaceholder } from './textPieces';

test('placeholders and the edges of phrases stand apart', () => {
  expect(piecesOf('© {{ year taken }} Aune{[ / {{ credit line ? none }}]}')).toEqual([
    { text: '© ', kind: 'plain' },
    { text: '{{ year taken }}', kind: 'placeholder' },
    { text: ' Aune', kind: 'plain' },
    { text: '{[', kind: 'phrase' },
    { text: ' / ', kind: 'plain' },
    { text: '{{ credit line ? none }}', kind: 'placeholder' },
    { text: ']}', kind: 'phrase' },
  ]);
});

test('joined they are the text again, whatever it holds', () => {
  const signs = fc.array(fc.constantFrom('{{', '}}', '{[', ']}', '{', '}', ' a', '\n', '©'));
  fc.assert(
    fc.property(signs, (parts) => {
      const text = parts.join('');
      expect(
        piecesOf(text)
          .map((one) => one.text)
          .join(''),
      ).toBe(text);
    }),
  );
});

test.each([
  ['© {{ ye', 'ye'],
  ['{{', ''],
  ['{{ Year Taken', 'year taken'],
])('%s asks for “%s”', (before, query) => {
  expect(typedPlaceholder(before)?.query).toBe(query);
});

test.each(['© {', '{{ year taken }} ', '{{ date taken : d', 'plain'])('%s asks for nothing', (before) => {
  expect(typedPlaceholder(before)).toBeUndefined();
});
