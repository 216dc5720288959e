import { type FirstAnswers, firstDetails, firstTemplate, usualTerms } from './firstTemplate';
import { identitiesByName, withIdentitiesWritten } from './identity';
import { checkEntry } from './template';

const answers: FirstAnswers = {
  name: ' Aune Pell ',
  reach: 'desk@tarn.example, +47 555 01 77, https://tarn.example',
  owner: '',
  terms: usualTerms[0],
  year: 'taken',
};
/** The texts with one's details written out. */
function byField(asked: FirstAnswers) {
  const details = firstDetails(asked);
  const known = identitiesByName([{ id: 'i', ...details }]);
  const entries = firstTemplate(asked, details);
  expect(entries.flatMap(checkEntry)).toEqual([]);
  return Object.fromEntries(entries.map((one) => [one.field, withIdentitiesWritten(one.texts[0]!, known)]));
}

test('five answers become details, and a template that takes them up', () => {
  const details = firstDetails(answers);
  expect(details).toEqual({
    name: 'Aune Pell',
    kind: 'person',
    parts: {
      name: 'Aune Pell',
      'credit line': 'Aune Pell',
      'e-mail': 'desk@tarn.example',
      telephone: '+47 555 01 77',
      'web address': 'https://tarn.example',
    },
  });
  expect(firstTemplate(answers, details).find((one) => one.field === 'contactPhone')!.texts).toEqual([
    '{{ Aune Pell : telephone }}',
  ]);
  expect(byField(answers)).toEqual({
    creator: 'Aune Pell',
    creditLine: 'Aune Pell',
    copyrightNotice: '© {{ year taken }} Aune Pell',
    rightsStatus: 'in-copyright',
    usageTerms: 'No use without written permission.',
    contactEmail: 'desk@tarn.example',
    contactPhone: '+47 555 01 77',
    contactWeb: 'https://tarn.example',
  });
});

test('another owner stands in the notice and as the owner; what was not answered is no entry', () => {
  expect(byField({ ...answers, reach: '', owner: 'Tarn & Tide', terms: '', year: 'published' })).toEqual({
    creator: 'Aune Pell',
    creditLine: 'Tarn & Tide',
    copyrightOwner: 'Tarn & Tide',
    copyrightNotice: '© {{ year published }} Tarn & Tide',
    rightsStatus: 'in-copyright',
  });
});
