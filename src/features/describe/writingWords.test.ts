import { writingWords } from './writingWords';

const told = { pictures: 3 } as const;
test.each([
  [{ ...told, kind: 'caption' }, 'caption in 3 pictures'],
  [{ ...told, kind: 'remove-keywords', pictures: 1 }, 'keywords in 1 picture'],
  [{ ...told, kind: 'set', field: 'city' }, 'City in 3 pictures'],
  [{ ...told, kind: 'discard' }, 'discarding drafts of 3 pictures'],
  [{ ...told, kind: 'put-templates', templates: [{ id: 'a', name: 'Yard' }] }, '“Yard” in 3 pictures'],
  [
    { ...told, kind: 'put-templates', templates: ['a', 'b', 'c'].map((id) => ({ id, name: id })) },
    'templates in 3 pictures',
  ],
] as const)('%j is told as %s', (act, words) => {
  expect(writingWords(act)).toBe(words);
});
