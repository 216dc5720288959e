import { chosenOf, textOf } from './copied';

const copied = {
  values: {
    headline: 'Launch',
    keywords: ['ketch', 'sail'],
    rightsStatus: 'in-copyright',
    description: 'A\nB',
  },
} as const;

test('as text, a line a field in plain words', () => {
  expect(textOf(copied)).toBe(
    'Headline\tLaunch\nKeywords\tketch, sail\nCopyright Status\tin copyright\nDescription\tA B',
  );
});

test('only the chosen fields are put', () => {
  expect(chosenOf(copied, new Set(['headline']))).toEqual({ headline: 'Launch' });
});
