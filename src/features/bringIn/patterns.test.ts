import { patternParts, readyPatterns } from './patterns';

const sample = {
  context: {
    fileName: 'kt26-0401.jpg',
    today: '2026-11-26',
    runningNumber: 3,
    assignment: 'Relaunch of the ketch',
    facts: { vessel: 'Marena' },
  },
  values: { dateCreated: '2026-05-14T07:12:40' },
};

test('ready patterns show what they give for the first picture', () => {
  expect(readyPatterns('name', sample).map((one) => one.example)).toEqual([
    '20260514-0003.jpg',
    'Relaunch of the ketch 0003.jpg',
    '20260514-kt26-0401.jpg',
  ]);
  expect(readyPatterns('folder', sample).map((one) => one.example)).toEqual([
    '2026-05-14/',
    '2026/05-14/',
    '2026/Relaunch of the ketch/',
  ]);
});

test('parts are computed values and the facts of the assignment, each with an example', () => {
  const parts = Object.fromEntries(patternParts(sample).map((one) => [one.name, one.example]));
  expect(parts).toMatchObject({
    'date taken': '20260514',
    'time taken': '071240',
    'running number': '0003',
    vessel: 'Marena',
    camera: 'no value here',
  });
});
