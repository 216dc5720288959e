import { keywordHierarchy } from './hierarchy';
import { termLookup } from './lookup';
import { term, vocabularyOf } from './vocabulary/testTerms';

const vocabulary = vocabularyOf(
  term('craft', { state: 'heading' }),
  term('boat', { broader: 'craft', synonyms: ['vessel'] }),
  term('ketch', { broader: 'boat' }),
  term('yawl', { broader: 'boat' }),
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
