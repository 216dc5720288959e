import { concat } from '../bytes/bytes';
import { memorySource } from '../bytes/source';
import { box } from '../containers/isobmff/boxes';
import { excludedBoxes } from './boxExclusions';

const bytes = (...all: number[]) => new Uint8Array(all);
/** 0 ftyp, 12 moov with two trak at 20 and 36, 52 full box `emsg`, 68 mdat. */
const file = concat([
  box('ftyp', bytes(1, 2, 3, 4)),
  box('moov', concat([box('trak', box('mdia', bytes())), box('trak', box('mdia', bytes()))])),
  box('emsg', bytes(1, 0, 0, 5, 9, 9, 9, 9)),
  box('mdat', bytes(7, 7, 7, 7)),
]);
const left = async (...rules: object[]) => (await excludedBoxes(rules, memorySource(file)))?.left;

// C2PA 2.1, 18.7: paths, and what a box must hold.
test.each<[string, object, object]>([
  ['a box at the top', { xpath: '/ftyp' }, [{ start: 0, end: 12 }]],
  ['one of several by its place', { xpath: '/moov/trak[2]' }, [{ start: 36, end: 52 }]],
  [
    'all of a path',
    { xpath: '/moov/trak/mdia' },
    [
      { start: 28, end: 36 },
      { start: 44, end: 52 },
    ],
  ],
  ['by its length', { xpath: '/mdat', length: 12 }, [{ start: 68, end: 80 }]],
  ['not of another length', { xpath: '/mdat', length: 13 }, []],
  [
    'by octets in it',
    { xpath: '/mdat', data: [{ offset: 8, value: bytes(7, 7) }] },
    [{ start: 68, end: 80 }],
  ],
  ['not where they differ', { xpath: '/mdat', data: [{ offset: 9, value: bytes(7, 8) }] }, []],
  ['not where they lie outside', { xpath: '/mdat', data: [{ offset: 11, value: bytes(7, 7) }] }, []],
  ['by version and flags', { xpath: '/emsg', version: 1, flags: bytes(0, 0, 5) }, [{ start: 52, end: 68 }]],
  ['not by other flags', { xpath: '/emsg', flags: bytes(0, 0, 4) }, []],
  ['by some of its flags', { xpath: '/emsg', flags: bytes(0, 0, 4), exact: false }, [{ start: 52, end: 68 }]],
  [
    'parts of it, the last one to its end',
    {
      xpath: '/emsg',
      subset: [
        { offset: 8, length: 2 },
        { offset: 12, length: 0 },
      ],
    },
    [
      { start: 60, end: 62 },
      { start: 64, end: 68 },
    ],
  ],
])('%s', async (_, rule, expected) => {
  expect(await left(rule)).toEqual(expected);
});

test.each([
  { xpath: '//mdat' },
  { xpath: '/moov/*' },
  { xpath: '' },
  {},
  { xpath: `/${'a'.repeat(90_000)}` },
])('what is not known is not guessed', async (rule) => {
  expect(await left(rule)).toBeUndefined();
});

test('too many exclusions, too large ones, and broken boxes, give no answer', async () => {
  const many = Array.from({ length: 17 }, () => ({ offset: 8, length: 1, value: bytes(7) }));
  expect(await left({ xpath: '/mdat', data: many })).toBeUndefined();
  expect(await left({ xpath: '/mdat', subset: many })).toBeUndefined();
  const boxes = memorySource(concat(Array.from({ length: 400 }, () => box('free', bytes()))));
  const rules = Array.from({ length: 30 }, () => ({ xpath: '/free' }));
  expect(await excludedBoxes(rules, boxes)).toBeUndefined();
  expect(await left(...Array.from({ length: 101 }, () => ({ xpath: '/ftyp' })))).toBeUndefined();
  expect(await excludedBoxes([{ xpath: '/ftyp' }], memorySource(file.subarray(0, 78)))).toBeUndefined();
});
