import { contradictionCodes, contradictions } from './contradictions';

// The pairs are common practice; the licence addresses are those that Creative Commons publishes.
const BY = 'https://creativecommons.org/licenses/by/4.0/';
const BY_SA = 'https://creativecommons.org/licenses/by-sa/4.0/';
const ZERO = 'https://creativecommons.org/publicdomain/zero/1.0/';

test.each<[string, Parameters<typeof contradictions>[0], string[]]>([
  [
    'public domain with a notice',
    { rightsStatus: 'public-domain', copyrightNotice: '© 2026 A' },
    ['status-against-notice'],
  ],
  [
    'public domain with a credit only',
    { rightsStatus: 'public-domain', copyrightNotice: 'From the archive' },
    [],
  ],
  [
    'protected, and given away',
    { rightsStatus: 'in-copyright', ccLicense: ZERO },
    ['status-against-licence'],
  ],
  [
    'public domain under an open licence',
    { rightsStatus: 'public-domain', webStatement: BY },
    ['status-against-licence'],
  ],
  [
    'protected under an open licence',
    { rightsStatus: 'in-copyright', ccLicense: BY, copyrightNotice: '© 2026 A' },
    [],
  ],
  [
    'an open licence, and no use',
    { ccLicense: BY, usageTerms: 'No use without written permission.' },
    ['terms-against-licence'],
  ],
  [
    'a licence that the page of rights names, and no use',
    { webStatement: BY, usageTerms: 'All rights reserved.' },
    ['terms-against-licence'],
  ],
  [
    'public domain, and no use',
    { rightsStatus: 'public-domain', usageTerms: 'No use without written permission.' },
    ['status-against-terms'],
  ],
  [
    'a year before the picture',
    { rightsStatus: 'in-copyright', copyrightNotice: '© 2024 A', dateCreated: '2026-05-14' },
    ['year-before-taken'],
  ],
  [
    'a span of years',
    { rightsStatus: 'in-copyright', copyrightNotice: '© 2019-2026 A', dateCreated: '2026-05-14' },
    [],
  ],
  [
    'published later than taken',
    { rightsStatus: 'in-copyright', copyrightNotice: '© 2026 A', dateCreated: '2025-12-30' },
    [],
  ],
  ['a notice without a status', { copyrightNotice: '© 2026 A' }, ['notice-without-status']],
  [
    'the year of a firm is not that of publication',
    { rightsStatus: 'in-copyright', copyrightNotice: '© Old Mill 1890 Museum', dateCreated: '2026-05-14' },
    [],
  ],
  ['one licence here, another there', { ccLicense: BY, webStatement: BY_SA }, ['licences-differ']],
  ['the same licence, by its deed and its text', { ccLicense: BY, webStatement: `${BY}legalcode` }, []],
  ['a licence in the terms', { ccLicense: BY, usageTerms: `Under ${BY_SA}` }, ['licences-differ']],
  [
    'an open licence, and no data mining',
    { ccLicense: BY, dataMining: 'http://ns.useplus.org/ldf/vocab/DMI-PROHIBITED' },
    ['licence-against-mining'],
  ],
  [
    'data mining by a constraint that is missing',
    { dataMining: 'http://ns.useplus.org/ldf/vocab/DMI-PROHIBITED-SEECONSTRAINT' },
    ['mining-without-statement'],
  ],
  [
    'a city beside another place shown',
    { city: 'Havnes', locationShown: [{ city: 'Pellvik' }] },
    ['place-against-location'],
  ],
  [
    'a city beside its place',
    { city: 'Havnes', locationShown: [{ city: 'Pellvik' }, { city: 'Havnes' }] },
    [],
  ],
  ['nothing said', {}, []],
])('%s', (_, values, codes) => {
  const found = contradictions(values);
  expect(found.map((one) => one.code)).toEqual(codes);
  const serious = found.filter((one) => one.severity === 'warning').map((one) => one.code);
  expect(contradictionCodes).toEqual(expect.arrayContaining(serious));
});
