import type { SourcePicture } from '@/server/operations/bringIn/sourceParts';
import { type Answers, comesAtFirst, foreignMaker, standingOf } from './groups';

const own = new Set(['aunepell', 'tarntide']);
const none: Answers = new Map();
const picture = (
  fields: Record<string, string | string[]>,
  more: Partial<SourcePicture> = {},
): SourcePicture => ({
  relativePath: 'a.jpg',
  size: 1,
  alreadyHere: false,
  record: {
    fields: Object.fromEntries(
      Object.entries(fields).map(([id, value]) => [
        id,
        { value, origin: 'xmp', recordValues: [], agrees: true },
      ]),
    ),
    problems: [],
    camera: { orientation: 1 },
    lineage: {},
    format: 'jpeg' as const,
    pixels: null,
    colour: null,
  },
  ...more,
});

test.each<[string, SourcePicture, string | undefined]>([
  ['nothing stated', picture({}), undefined],
  ['oneself', picture({ creator: ['Aune Pell'] }), undefined],
  ['oneself, other spelling', picture({ creator: ['AUNE  PELL'] }), undefined],
  ['somebody else', picture({ creator: ['Mats Orrin'] }), 'Mats Orrin'],
  ['another owner in the notice', picture({ copyrightNotice: '© 2026 Quayside' }), '© 2026 Quayside'],
  ['one’s firm in the notice', picture({ copyrightNotice: '© 2024 Tarn & Tide' }), undefined],
])('%s', (_, one, maker) => {
  expect(foreignMaker(one, own, none)).toBe(maker);
});

test('a name answered to be oneself is nobody else any more', () => {
  const one = picture({ creator: ['A. Pell'] });
  expect(foreignMaker(one, own, none)).toBe('A. Pell');
  expect(foreignMaker(one, own, new Map([['apell', 'me']]))).toBeUndefined();
});

test('what is here already, twice on the card, or cannot be read, does not come', () => {
  expect(standingOf(picture({}), undefined)).toBe('comes');
  expect(standingOf(picture({}), 'Mats Orrin')).toBe('made by others');
  expect(standingOf(picture({}, { alreadyHere: true }), undefined)).toBe('already here');
  expect(standingOf(picture({}, { sameAs: 'b.jpg' }), undefined)).toBe('already here');
  expect(standingOf(picture({}, { record: null, failed: 'file-cut' }), undefined)).toBe('cannot be read');
});

test.each([
  [undefined, false],
  ['unknown', false],
  ['leave', true],
  ['fill', true],
] as const)('others’ pictures with the answer %s come: %s', (answer, comes) => {
  const answers: Answers = answer ? new Map([['matsorrin', answer]]) : none;
  expect(comesAtFirst('made by others', 'Mats Orrin', answers)).toBe(comes);
});
