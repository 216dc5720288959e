import { isConflict, outsideEdits } from './outsideEdits';

const change = (before: string | null, after: string | null) => ({ before, after });

test('equal changes are grouped; those that a draft contradicts come first', () => {
  const edits = outsideEdits([
    { id: '1', name: 'a.jpg', changes: { city: change(null, 'Havnes') }, drafts: {} },
    { id: '2', name: 'b.jpg', changes: { city: change(null, 'Havnes') }, drafts: {} },
    {
      id: '3',
      name: 'c.jpg',
      changes: { city: change(null, 'Havnes'), headline: change('Old', 'Outside') },
      drafts: { headline: { value: 'Here' }, city: { value: 'Havnes' } },
    },
    {
      id: '4',
      name: 'd.jpg',
      changes: { headline: change('Old', 'Outside') },
      drafts: { headline: { value: null } },
    },
  ]);
  expect(edits.map(({ field, draft, names }) => [field, draft, names])).toEqual([
    ['headline', 'Here', ['c.jpg']],
    ['headline', null, ['d.jpg']],
    ['city', undefined, ['a.jpg', 'b.jpg']],
    ['city', 'Havnes', ['c.jpg']],
  ]);
  expect(edits.map(isConflict)).toEqual([true, true, false, false]);
});
