import type { Structure } from '../catalogue/value';
import { captionAnswers, foundBy } from './captionHelp';
import { creditsLine, usualPattern, withCredits } from './credits';
import { nearMisses } from './nearMisses';

const known = { people: ['Ida Brandvik'], places: ['Pellvik yard', 'Havnes'], event: 'Launch day' };
const answered = (caption: string) =>
  Object.entries(captionAnswers(caption, known))
    .filter(([, yes]) => yes)
    .map(([what]) => what);

// Common practice of news captions: who, what, where, and some context.
test.each([
  ['', []],
  ['Ida Brandvik', ['who']],
  ['A plank is bent round the bilge', ['what']],
  ['A plank is bent in Havnes', ['what', 'where']],
  [
    'Ida Brandvik bends a long plank in the Pellvik yard. It was steamed all night.',
    ['who', 'what', 'where', 'context'],
  ],
  ['A long plank bends on launch day', ['what', 'context']],
  ['Jon Osei', ['who']],
])('“%s” answers %j', (caption, what) => expect(answered(caption)).toEqual(what));

test('what a search finds: keywords and words, each once, without those that say nothing', () => {
  expect(foundBy('The sail of the ketch’s crew', ['Ketch', 'sail loft'], ['the', 'of'])).toEqual([
    'ketch',
    'sail loft',
    'sail',
    'crew',
  ]);
});

test.each([
  ['one letter missing in a surname', 'Ida Brandvk sews', [['Ida Brandvk', 'Ida Brandvik']]],
  ['a surname alone', 'Mr Brandvick sews', [['Brandvick', 'Brandvik']]],
  ['two letters exchanged', 'Ida Brandivk sews', [['Ida Brandivk', 'Ida Brandvik']]],
  ['the name itself', 'Ida Brandvik sews', []],
  ['a short word is like many', 'Ina sews', []],
  ['another word', 'The branding of sails', []],
])('near misses: %s', (_, text, found) =>
  expect(nearMisses(text, ['Ida Brandvik']).map(({ typed, name }) => [typed, name])).toEqual(found),
);

const credits: Structure[] = [
  { name: 'Mira Lund', role: ['styling'] },
  { name: 'Tor Bakke', role: ['hair', 'make-up'] },
  { name: 'Eli Moe', role: ['model'] },
  { name: 'Ann Ek', role: ['model'] },
  { name: 'Per Vik' },
];

test('credits as a line of a pattern: names of a role together', () => {
  expect(creditsLine(credits, usualPattern)).toBe(
    'Styling: Mira Lund; hair, make-up: Tor Bakke; model: Eli Moe, Ann Ek; Per Vik',
  );
  expect(creditsLine(credits.slice(0, 1), { one: '{name} ({role})', between: ', ' })).toBe(
    'Mira Lund (styling)',
  );
  expect(creditsLine([], usualPattern)).toBe('');
});

test('the line of credits stands under the caption once, in place of the former one', () => {
  const once = withCredits('A coat.', '', 'Styling: Mira Lund');
  expect(once).toBe('A coat.\nStyling: Mira Lund');
  expect(withCredits(once, '', 'Styling: Mira Lund')).toBe(once);
  expect(withCredits(once, 'Styling: Mira Lund', 'Styling: Ann Ek')).toBe('A coat.\nStyling: Ann Ek');
  expect(withCredits('', '', 'Styling: Mira Lund')).toBe('Styling: Mira Lund');
});
