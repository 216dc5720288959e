import { contradictions } from './contradictions';

// The pairs are common practice; the licence addresses are those that Creative Commons publishes.
const BY = 'https://creativecommons.org/licenses/by/4.0/';
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
    'a year before the picture',
    { copyrightNotice: '© 2024 A', dateCreated: '2026-05-14' },
    ['year-before-taken'],
  ],
  ['a span of years', { copyrightNotice: '© 2019-2026 A', dateCreated: '2026-05-14' }, []],
  ['published later than taken', { copyrightNotice: '© 2026 A', dateCreated: '2025-12-30' }, []],
  ['nothing said', {}, []],
])('%s', (_, values, codes) => {
  expect(contradictions(values).map((one) => one.code)).toEqual(codes);
});
