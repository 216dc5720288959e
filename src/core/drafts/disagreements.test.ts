import type { FieldReading } from '../mapping/read';
import { disagreementsAcross, valueIn } from './disagreements';

const city = (value: string, others: FieldReading['recordValues'], agrees = false): FieldReading => ({
  value,
  origin: 'xmp',
  recordValues: [{ origin: 'xmp', value }, ...others],
  agrees,
});

const pictures = [
  { fields: { city: city('Havnes', [{ origin: 'iim', value: 'Pellvik' }]) }, drafts: {} },
  {
    fields: {
      city: city('Havnes', [
        { origin: 'sidecar', value: 'Tarn' },
        { origin: 'exif', value: 'Raw', file: 'raw' },
        { origin: 'sidecar', value: 'Second', file: 'otherSidecar' },
      ]),
    },
    drafts: {},
  },
];

test('a disagreement tells which record of which file says what, and which one counts', () => {
  expect(disagreementsAcross(pictures)).toEqual([
    {
      field: 'city',
      pictures: 2,
      sources: [
        { source: 'xmp', pictures: 2, counts: 2, examples: ['Havnes'] },
        { source: 'iim', pictures: 1, counts: 0, examples: ['Pellvik'] },
        { source: 'sidecar', pictures: 1, counts: 0, examples: ['Tarn'] },
        { source: 'otherSidecar', pictures: 1, counts: 0, examples: ['Second'] },
        { source: 'raw exif', pictures: 1, counts: 0, examples: ['Raw'] },
      ],
    },
  ]);
});

test('records that agree, and fields with a draft, are no disagreement', () => {
  const agreeing = { fields: { city: city('Havnes', [], true) }, drafts: {} };
  const drafted = { ...pictures[0]!, drafts: { city: { value: 'Havnes' } } };
  expect(disagreementsAcross([agreeing, drafted])).toEqual([]);
  expect(valueIn('city', agreeing.fields.city, 'xmp')).toBeUndefined();
});

test('a value that the field does not allow is not offered', () => {
  const rating: FieldReading = {
    value: '3',
    origin: 'xmp',
    recordValues: [
      { origin: 'xmp', value: '3' },
      { origin: 'sidecar', value: 'eleven' },
    ],
    agrees: false,
  };
  const [found] = disagreementsAcross([{ fields: { rating }, drafts: {} }]);
  expect(found?.sources.map((one) => one.source)).toEqual(['xmp']);
});

test('of many values some are shown, each once', () => {
  const many = Array.from({ length: 9 }, (_, i) => ({
    fields: { city: city('Havnes', [{ origin: 'iim', value: `Town ${i % 5}` }]) },
    drafts: {},
  }));
  const iim = disagreementsAcross(many)[0]!.sources.find((one) => one.source === 'iim');
  expect(iim).toMatchObject({ pictures: 9, examples: ['Town 0', 'Town 1', 'Town 2'] });
});
