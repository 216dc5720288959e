import { entriesFromValues } from './fromValues';

const byField = (values: Parameters<typeof entriesFromValues>[0]) =>
  Object.fromEntries(entriesFromValues(values).map((one) => [one.entry.field, one]));

test('what belongs to one picture is named, and braces of the writer stay literal', () => {
  const found = byField({ headline: 'The {{ launch', creator: ['Aune Pell'] });
  expect(found.headline).toMatchObject({ individual: true, entry: { texts: ['The { { launch'] } });
  expect(found.creator).toMatchObject({ individual: false });
});

test('a written year is offered as the year of each picture; where none is written there is nothing to offer', () => {
  const found = byField({ copyrightNotice: '© 2026 Aune Pell', usageTerms: 'No use.', headline: 'In 2026' });
  expect(found.copyrightNotice?.yearly?.texts).toEqual(['© {{ year taken }} Aune Pell']);
  expect(found.usageTerms).not.toHaveProperty('yearly');
  expect(found.headline).not.toHaveProperty('yearly');
});
