import { iimCuts } from './iimCuts';

const draft = (value: string | readonly string[] | null) => ({ value });

test('keywords and texts longer than their DataSet, each once with its pictures; what fits is not told', () => {
  const long = 'å'.repeat(33);
  const photos = [
    { drafts: { keywords: draft(['ketch', long, long]), city: draft('Havnes') } },
    { drafts: { keywords: draft([long, 'x'.repeat(64)]), city: draft('y'.repeat(33)) } },
    { drafts: { keywords: draft(null), description: draft('z'.repeat(2000)) } },
  ];
  expect(iimCuts(photos, 9)).toEqual([
    { field: 'keywords', text: long, bytes: 66, most: 64, pictures: 2 },
    { field: 'city', text: 'y'.repeat(33), bytes: 33, most: 32, pictures: 1 },
  ]);
  expect(iimCuts(photos, 1)).toHaveLength(1);
});
