import type { Template } from '@/core/templates/template';
import type { SourcePicture } from '@/server/operations/readSource';
import { foreignMaker, ownNames, standingOf } from './groups';

const mine: Template = {
  id: 'a',
  name: 'a',
  kind: 'standing',
  version: 1,
  entries: [
    { field: 'creator', rule: 'overwrite', texts: ['Aune Pell'] },
    { field: 'creditLine', rule: 'overwrite', texts: ['Tarn & Tide'] },
  ],
};
const own = ownNames([mine]);
const picture = (
  fields: Record<string, string | string[]>,
  more: Partial<SourcePicture> = {},
): SourcePicture => ({
  relativePath: 'a.jpg',
  size: 1,
  alreadyHere: false,
  record: {
    version: 1,
    fields: Object.fromEntries(
      Object.entries(fields).map(([id, value]) => [id, { value, origin: 'xmp', voices: [], agrees: true }]),
    ),
    problems: [],
    camera: { orientation: 1 },
    pixels: null,
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
  expect(foreignMaker(one, own)).toBe(maker);
});

test('what is here already, and what cannot be read, does not come', () => {
  expect(standingOf(picture({}), own)).toBe('comes');
  expect(standingOf(picture({ creator: ['Mats Orrin'] }), own)).toBe('made by others');
  expect(standingOf(picture({}, { alreadyHere: true }), own)).toBe('already here');
  expect(standingOf(picture({}, { record: null, failed: 'file-cut' }), own)).toBe('cannot be read');
});
