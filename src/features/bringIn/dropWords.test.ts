import { dropWords } from './dropWords';

test('what is held back is told with its makers, and what keeps a run from beginning with its reason', () => {
  const held = [
    { maker: 'Mats Orrin', count: 2 },
    { maker: 'Yard Press', count: 1 },
  ];
  expect(dropWords({ held })).toBe('3 pictures set aside until you say who Mats Orrin, Yard Press are.');
  expect(dropWords({ held: held.slice(0, 1), refused: 'Fill in the notice.' })).toBe(
    '2 pictures set aside until you say who Mats Orrin is. Nothing is brought in: Fill in the notice.',
  );
});
