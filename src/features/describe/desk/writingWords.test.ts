import { writingWords } from './writingWords';

const act = { pictures: 3 } as const;
test.each([
  [{ ...act, kind: 'caption' }, 'caption in 3 pictures'],
  [{ ...act, kind: 'remove-keywords', pictures: 1 }, 'keywords in 1 picture'],
  [{ ...act, kind: 'set', field: 'city' }, 'City in 3 pictures'],
  [{ ...act, kind: 'discard' }, 'discarding drafts of 3 pictures'],
  [{ ...act, kind: 'put-templates', templates: [{ id: 'a', name: 'Yard' }] }, '“Yard” in 3 pictures'],
  [
    { ...act, kind: 'put-templates', templates: ['a', 'b', 'c'].map((id) => ({ id, name: id })) },
    'templates in 3 pictures',
  ],
] as const)('%j is told as %s', (act, words) => {
  expect(writingWords(act)).toBe(words);
});
