import { checkEntry } from '@/core/templates/template';
import { firstTemplate, usualTerms } from './firstTemplate';

const answers = {
  name: ' Aune Pell ',
  reach: 'desk@tarn.example, +47 555 01 77, https://tarn.example',
  owner: '',
  terms: usualTerms[0],
  year: 'taken' as const,
};
const byField = (entries: ReturnType<typeof firstTemplate>) =>
  Object.fromEntries(entries.map((one) => [one.field, one.texts[0]]));

test('five answers make a sound template', () => {
  const entries = firstTemplate(answers);
  expect(byField(entries)).toEqual({
    creator: 'Aune Pell',
    creditLine: 'Aune Pell',
    copyrightNotice: '© {{ year taken }} Aune Pell',
    rightsStatus: 'in-copyright',
    usageTerms: 'No use without written permission.',
    contactEmail: 'desk@tarn.example',
    contactPhone: '+47 555 01 77',
    contactWeb: 'https://tarn.example',
  });
  expect(entries.flatMap(checkEntry)).toEqual([]);
});

test('another owner stands in the notice and as the owner; what was not answered is no entry', () => {
  const entries = byField(
    firstTemplate({ ...answers, reach: '', owner: 'Tarn & Tide', terms: '', year: 'published' }),
  );
  expect(entries).toEqual({
    creator: 'Aune Pell',
    creditLine: 'Tarn & Tide',
    copyrightOwner: 'Tarn & Tide',
    copyrightNotice: '© {{ year published }} Tarn & Tide',
    rightsStatus: 'in-copyright',
  });
});
