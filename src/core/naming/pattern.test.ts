import type { PlaceholderContext } from '../templates/placeholders';
import { compilePattern, namedShot } from './pattern';
import type { Shot } from './shots';

const context: PlaceholderContext = {
  fileName: 'kt26-0401.jpg',
  today: '2026-11-25',
  runningNumber: 7,
  camera: 'Tindra K2',
  assignment: 'Relaunch',
  facts: { vessel: 'Marena', client: 'Boat Trust / Havnes' },
};
const values = { dateCreated: '2026-05-14T07:12:40' } as const;
const name = (pattern: string, folder = '', shot: Shot = { main: 'kt26-0401.jpg' }) =>
  namedShot(compilePattern({ name: pattern, folder }), shot, context, (id) => values[id as 'dateCreated']);

test.each([
  ['{{ date taken : yMMdd }}-{{ vessel }}-{{ running number : 4 }}', '20260514-Marena-0007.jpg'],
  ['{{ file name }}_{{ camera }}', 'kt26-0401_Tindra K2.jpg'],
  ['{{ file name : 2 }}', '0401.jpg'],
  // A slash inside a value parts no folders.
  ['{{ client }}', 'Boat Trust - Havnes.jpg'],
  ['', 'kt26-0401.jpg'],
  ['a/b', 'a-b.jpg'],
])('%s', (pattern, expected) => {
  expect(name(pattern).shot.main).toBe(expected);
});

test.each([
  ['{{ headline }}-{{ running number : 4 }}', { main: 'a.jpg' }],
  ['{{ running number : 4 }} {{ headline }} {{ headline }}', { main: 'a.jpg' }],
  [`${'long '.repeat(80)}{{ running number }}`, { main: 'a.jpg' }],
  [`${'{{ headline }} '.repeat(50)}{{ running number : 12 }}`, { main: 'a.jpg' }],
  [
    '{{ headline }}{[, {{ headline }}]} {{ running number : 12 }}',
    { main: 'a.jpg', raw: 'a.raw', sidecar: 'a.raw.xmp' },
  ],
])('a name that is too long keeps its running number and its ending: %s', (pattern, shot) => {
  const long = { headline: 'Å sjøsette «Marena» '.repeat(40) };
  const at = (runningNumber: number) =>
    namedShot(
      compilePattern({ name: pattern, folder: '' }),
      shot,
      { ...context, runningNumber },
      (id) => long[id as 'headline'],
    ).shot;
  const [seven, eight] = [at(7), at(8)];
  expect(seven.main).not.toBe(eight.main);
  const digits = /running number : (\d+)/.exec(pattern)?.[1] ?? '1';
  expect(seven.main).toContain('7'.padStart(Number(digits), '0'));
  expect(seven.main).toMatch(/\.jpg$/);
  for (const one of Object.values(seven)) expect(Buffer.byteLength(one as string)).toBeLessThanOrEqual(250);
  expect(Buffer.byteLength(seven.main)).toBeGreaterThan(150);
});

test('folders by pattern', () => {
  expect(name('', '{{ year taken }}/{{ date taken : MM-dd }}{[ {{ venue }}]}').folder).toBe('2026/05-14');
  expect(name('', '{{ client }}/{{ vessel }}').folder).toBe('Boat Trust - Havnes/Marena');
  expect(name('', '../{{ vessel }}').folder).toBe('Marena');
});

test('where a value is missing the file keeps its name, and what is missing is told', () => {
  expect(name('{{ venue }}-{{ running number }}', '{{ event }}')).toEqual({
    folder: '',
    shot: { main: 'kt26-0401.jpg' },
    missing: ['venue', 'event'],
  });
});

test('all files of a photo are named alike, each with its ending', () => {
  const shot = { main: 'P1.JPG', raw: 'P1.raw', sidecar: 'P1.raw.xmp' };
  expect(name('{{ vessel }} {{ running number : 3 }}', '', shot).shot).toEqual({
    main: 'Marena 007.JPG',
    raw: 'Marena 007.raw',
    sidecar: 'Marena 007.raw.xmp',
  });
  expect(name('x', '', { main: 'P1.raw', sidecar: 'P1.xmp' }).shot).toEqual({
    main: 'x.raw',
    sidecar: 'x.xmp',
  });
});
