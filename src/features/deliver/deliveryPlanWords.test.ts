import { type DeliveryPlan, usualDeliveryPlan, usualLicence, usualMark } from '@/core/deliver/deliveryPlan';
import {
  besideWords,
  differences,
  lacking,
  licenceWords,
  markWords,
  metadataWords,
  placeWords,
  qualityWords,
  sentWords,
  sizesWords,
} from './deliveryPlanWords';

const deliveryPlan = (part: Partial<DeliveryPlan>): DeliveryPlan => ({ ...usualDeliveryPlan, ...part });

test.each([
  [{ pictures: 'all' }, 3, 'all 3 pictures'],
  [{ pictures: 'passing' }, 1, '1 picture that passes the check'],
  [{ pictures: 'selected' }, 2, '2 pictures selected in Describe'],
  [{ pictures: 'rated', rating: 4 }, 2, '2 pictures rated 4 or more'],
] as const)('%j of %d: %s', (part, count, words) => expect(sentWords(deliveryPlan(part), count)).toBe(words));

test('sizes', () => {
  expect(sizesWords([{ by: 'long', pixels: 2048 }])).toBe('2,048 pixels on the long side');
  expect(sizesWords([{ by: 'whole' }, { by: 'percent', amount: 50 }])).toBe(
    'their full size and 1 further size',
  );
  expect(sizesWords([{ by: 'box', width: 1920, height: 1080 }])).toBe('at most 1,920 × 1,080 pixels');
});

test.each([
  [{}, 'quality 88'],
  [{ format: 'png' }, 'nothing lost'],
  [{ format: 'tiff', bits: 16, perInch: 300 }, '16 bits, 300 pixels per inch'],
  [{ mostKilobytes: 900, sharpening: 1 }, 'quality 88, at most 900 KB each, sharpened a little'],
] as const)('quality of %j: %s', (part, words) => expect(qualityWords(deliveryPlan(part))).toBe(words));

test.each([
  [{ metadata: 'rights' }, 'rights and contact only'],
  [{ metadata: 'fields', fields: [] }, 'chosen fields (none so far)'],
  [{ metadata: 'fields', fields: ['city'] }, 'City and the notice'],
  [{ metadata: 'fields', fields: ['city'], withoutNotice: true }, 'City'],
  [{ metadata: 'fields', fields: ['city', 'country', 'creator', 'title'] }, '4 fields and the notice'],
] as const)('%j carries: %s', (part, words) => expect(metadataWords(deliveryPlan(part))).toBe(words));

test('marks, places and licences', () => {
  expect(markWords(null, '', undefined)).toBe('no mark');
  expect(markWords({ ...usualMark, size: 3 }, '© Aune Pell', undefined)).toBe(
    '© Aune Pell, small, bottom right',
  );
  expect(markWords({ ...usualMark, image: 'x', tiled: true }, '', 'aune')).toBe(
    'the signature “aune”, all over',
  );
  expect(placeWords({ to: 'both', path: '/home/aune/Deliveries/Boat Trust' })).toBe(
    'Deliveries / Boat Trust and one archive to download',
  );
  expect(licenceWords({ ...usualLicence, licensee: 'Boat Trust', use: 'in print' })).toBe(
    'Boat Trust may use them: in print',
  );
  expect(
    licenceWords({ ...usualLicence, use: 'brochure, one edition', region: 'Norway', until: '2027-03-31' }),
  ).toBe('somebody (no name so far) may use them: brochure, one edition, in Norway, until Mar 31, 2027');
  expect(besideWords({ checksums: true, page: true, frozen: true })).toBe(
    'checksums, a page for the web and the camera’s embedded JPEG of each raw file',
  );
});

test('what differs from a saved delivery plan is named, whatever order its members stand in', () => {
  const licence = { ...usualLicence, licensee: 'Boat Trust' };
  const turned = Object.fromEntries(Object.entries(licence).reverse()) as unknown as typeof licence;
  expect(differences(deliveryPlan({ licence }), deliveryPlan({ licence: turned }))).toEqual([]);
  expect(
    differences(deliveryPlan({}), deliveryPlan({ format: 'png', removes: ['names'], page: true })),
  ).toEqual(['format', 'metadata', 'what goes beside them']);
});

test.each([
  [{ to: 'folder', path: ' ' }, /folder/],
  [{ metadata: 'fields', fields: [] }, /fields/],
  [{ licence: usualLicence }, /to whom/],
  [{ mark: { ...usualMark, text: ' ' } }, /no text/],
  [{ mark: { ...usualMark, text: ' ' }, format: 'as-they-are' }, undefined],
  [{}, undefined],
] as const)('%j lacks %s', (part, what) => {
  const sentence = lacking(deliveryPlan(part as Partial<DeliveryPlan>));
  if (what) expect(sentence).toMatch(what);
  else expect(sentence).toBeUndefined();
});
