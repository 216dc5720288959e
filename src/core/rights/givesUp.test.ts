import type { FieldId } from '../catalogue/fields';
import { givesUpRights } from './givesUp';

test.each<[FieldId, string | null, boolean]>([
  ['rightsStatus', 'public-domain', true],
  ['rightsStatus', 'in-copyright', false],
  ['ccLicense', 'https://creativecommons.org/publicdomain/zero/1.0/', true],
  ['webStatement', 'http://creativecommons.org/publicdomain/mark/1.0', true],
  ['usageTerms', 'Free: https://creativecommons.org/publicdomain/zero/1.0/ for all', true],
  ['ccLicense', 'https://creativecommons.org/licenses/by/4.0/', false],
  ['description', 'https://creativecommons.org/publicdomain/zero/1.0/', false],
  ['rightsStatus', null, false],
])('%s %j gives rights up: %s', (id, value, expected) => {
  expect(givesUpRights(id, value)).toBe(expected);
});
