import { replaceTerms } from './replaceTerms';

test.each<[string[], string[], string[], string[]]>([
  [['sea', 'old', 'sky'], ['old'], ['new'], ['sea', 'new', 'sky']],
  [['sea', 'Old', 'sky'], ['old'], ['new one', 'new two'], ['sea', 'new one', 'new two', 'sky']],
  // What is there already keeps its place.
  [['new', 'old'], ['old'], ['new'], ['new']],
  [['a', 'b', 'c'], ['a', 'c'], ['x'], ['x', 'b']],
  [['boat'], ['boat'], ['Boat'], ['Boat']],
  [['a', 'b'], ['a'], [], ['b']],
  [['a', 'A', 'b'], ['x'], ['y'], ['a', 'A', 'b']],
])('%j with %j as %j: %j', (list, from, to, result) => {
  expect(replaceTerms(list, from, to)).toEqual(result);
});
