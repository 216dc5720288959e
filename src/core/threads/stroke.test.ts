import { countStrips, type StripSource, stripOf } from './stroke';

const inFile = (values: Record<string, string | string[]>): StripSource['file'] =>
  Object.fromEntries(Object.entries(values).map(([id, value]) => [id, { value, agrees: true }]));

test.each<[string, StripSource, Partial<ReturnType<typeof stripOf>>]>([
  ['in the file', { file: inFile({ creator: ['A'] }), drafts: {} }, { who: 'solid', reach: 'foot' }],
  ['only written here', { file: {}, drafts: { creator: ['A'] } }, { who: 'outlined' }],
  ['changed here', { file: inFile({ creator: ['A'] }), drafts: { creator: ['B'] } }, { who: 'changed' }],
  [
    'a draft equal to the file',
    { file: inFile({ creator: ['A'] }), drafts: { creator: ['A'] } },
    { who: 'solid' },
  ],
  ['will be erased', { file: inFile({ creator: ['A'] }), drafts: { creator: null } }, { who: 'changed' }],
  [
    'records disagree',
    { file: { dateCreated: { value: '2026', agrees: false } }, drafts: {} },
    { when: 'broken' },
  ],
  [
    'a draft mends a disagreement',
    { file: { dateCreated: { value: '2026', agrees: false } }, drafts: { dateCreated: '2025' } },
    { when: 'changed' },
  ],
  [
    'a notice without a status is not complete',
    { file: inFile({ copyrightNotice: '© 2026 A Pell' }), drafts: {} },
    { notice: 'foot' },
  ],
  [
    'a notice with a drafted status',
    { file: inFile({ copyrightNotice: '© 2026 A Pell' }), drafts: { rightsStatus: 'in-copyright' } },
    { notice: 'outlined' },
  ],
  [
    'a sign-off alone is no caption',
    { file: inFile({ description: 'A / B' }), drafts: {}, signOff: 'A / B' },
    { caption: 'foot' },
  ],
  [
    'a caption over its sign-off',
    { file: inFile({ description: 'Launch.\nA / B' }), drafts: {}, signOff: 'A / B' },
    { caption: 'solid' },
  ],
])('%s', (_, source, expected) => {
  expect(stripOf(source)).toMatchObject(expected);
});

test('strokes are counted over a set', () => {
  const strips = [
    stripOf({ file: inFile({ creator: ['A'] }), drafts: {} }),
    stripOf({ file: {}, drafts: {} }),
  ];
  expect(countStrips(strips).who).toEqual({ broken: 0, changed: 0, outlined: 0, solid: 1, foot: 1, none: 0 });
});
