import { keywordHierarchy } from './hierarchy';
import { termLookup } from './lookup';
import type { Term, Vocabulary } from './vocabulary/term';

const term = (id: string, spelling: string, broader?: string, rest: Partial<Term> = {}): Term => ({
  id,
  spelling,
  synonyms: [],
  languages: {},
  added: '2026-05-14',
  ...(broader ? { broader } : {}),
  ...rest,
});
const vocabulary: Vocabulary = new Map(
  [
    term('1', 'craft', undefined, { state: 'heading' }),
    term('2', 'boat', '1', { synonyms: ['vessel'] }),
    term('3', 'ketch', '2'),
    term('4', 'yawl', '2'),
  ].map((one) => [one.id, one]),
);

test('paths share what they have in common; what is applied says so; unknown words stand at the top', () => {
  const tree = keywordHierarchy(vocabulary, termLookup(vocabulary), ['ketch', 'Vessel', 'sea', 'yawl']);
  expect(tree).toEqual([
    {
      keyword: 'craft',
      children: [
        {
          keyword: 'boat',
          applied: 'True',
          children: [
            { keyword: 'ketch', applied: 'True' },
            { keyword: 'yawl', applied: 'True' },
          ],
        },
      ],
    },
    { keyword: 'sea', applied: 'True' },
  ]);
  expect(keywordHierarchy(vocabulary, termLookup(vocabulary), [])).toEqual([]);
});
