import fc from 'fast-check';
import type { Values } from '../templates/resolution';
import { compileTemplates } from '../templates/resolve';
import { copySize, fallsShort } from './copySize';
import { copyValues } from './copyValues';
import { type CopySize, markPlaces, usualDeliveryPlan, usualLicence, usualMark } from './deliveryPlan';
import { altOf, figureHtml, figurePage, imageObject } from './figure';
import { endsBeforeItBegins, licenceTerms } from './licence';
import { markAt, markSize, tileOf } from './markPlace';

const sizes: readonly (readonly [CopySize, boolean, number, number])[] = [
  [{ by: 'whole' }, false, 3000, 2000],
  [{ by: 'long', pixels: 1500 }, false, 1500, 1000],
  [{ by: 'short', pixels: 500 }, false, 750, 500],
  [{ by: 'box', width: 1000, height: 1000 }, false, 1000, 667],
  [{ by: 'megapixels', amount: 1.5 }, false, 1500, 1000],
  [{ by: 'percent', amount: 10 }, false, 300, 200],
  [{ by: 'long', pixels: 6000 }, false, 3000, 2000],
  [{ by: 'long', pixels: 6000 }, true, 6000, 4000],
];
test.each(sizes)('3000 × 2000 by %j, enlarged %s: %d × %d', (size, enlarges, width, height) =>
  expect(copySize({ width: 3000, height: 2000 }, size, enlarges)).toEqual({ width, height }),
);

const side = fc.integer({ min: 1, max: 20_000 });
test('a copy keeps the shape, has at least a pixel a side, and never grows unasked', () =>
  fc.assert(
    fc.property(side, side, side, (width, height, pixels) => {
      const copy = copySize({ width, height }, { by: 'long', pixels }, false);
      expect(Math.min(copy.width, copy.height)).toBeGreaterThanOrEqual(1);
      expect(copy.width <= width && copy.height <= height).toBe(true);
      if (!fallsShort({ width, height }, { by: 'long', pixels }))
        expect(Math.max(copy.width, copy.height)).toBe(pixels);
    }),
  ));

test('a mark lies inside the copy, wherever it stands and however large it is asked to be', () =>
  fc.assert(
    fc.property(
      side,
      side,
      fc.constantFrom(...markPlaces),
      fc.double({ min: 0.5, max: 100, noNaN: true }),
      fc.double({ min: 0, max: 50, noNaN: true }),
      fc.double({ min: 0.05, max: 40, noNaN: true }),
      (width, height, place, size, offset, ratio) => {
        const copy = { width, height };
        const drawn = markSize(copy, { width: ratio * 100, height: 100 }, { size });
        const at = markAt(copy, drawn, { ...usualMark, place, offset });
        expect(at.left >= 0 && at.top >= 0).toBe(true);
        expect(at.left + at.width <= Math.max(width, 1) && at.top + at.height <= Math.max(height, 1)).toBe(
          true,
        );
      },
    ),
  ));

test('a tile holds its marks whole', () => {
  const { tile, places } = tileOf({ width: 101, height: 33 });
  for (const { left, top, width, height } of places)
    expect(left >= 0 && top >= 0 && left + width <= tile.width && top + height <= tile.height).toBe(true);
});

test('a licence in words leaves out what was not copyOf', () => {
  expect(licenceTerms(usualLicence)).toBe('');
  expect(licenceTerms({ ...usualLicence, licensee: 'Boat Trust' })).toBe('Licensed to Boat Trust.');
  expect(
    licenceTerms({
      ...usualLicence,
      licensee: 'Boat Trust',
      use: 'in print',
      region: 'Norway',
      from: '2026-12-01',
      until: '2027-11-30',
      reference: 'J-7',
    }),
  ).toBe(
    'Licensed to Boat Trust: in print, in Norway, from 1 December 2026, until 30 November 2027. Reference J-7.',
  );
  expect(endsBeforeItBegins({ from: '2027-01-02', until: '2027-01-01' })).toBe(true);
  expect(endsBeforeItBegins({ from: '2027-01-02', until: '' })).toBe(false);
});

describe('what a copy says', () => {
  const context = {
    fileName: 'a.jpg',
    today: '2026-11-27',
    identities: {},
    formerIdentities: [],
    assignment: 'A',
    facts: {},
  } as never;
  const templates = compileTemplates([
    {
      id: 't',
      name: 'T',
      kind: 'job',
      version: 1,
      entries: [{ field: 'creditLine', rule: 'overwrite', texts: ['for the Trust'] }],
    },
  ]);
  const values: Values = {
    creator: ['Aune Pell'],
    copyrightNotice: '© Aune Pell',
    city: 'Kvalhavn',
    keywords: ['ketch'],
    gpsLatitude: '59.9',
    locationShown: [{ city: 'Kvalhavn', latitude: '59.9', longitude: '10.7' }],
  };
  const copyOf = (what: object, maker?: 'leave' | 'fill' | 'me', drafts = new Map()) =>
    copyValues({ values, drafts, context, templates, maker }, { ...usualDeliveryPlan, ...what });

  // Of a raw file with a Create Date the preview failed, and no copy left.
  test('a field that is only shown stays in the copy and is not written', () => {
    const shown = { ...values, dateDigitized: '2026-03-09T07:12:00' };
    const { after, wanted } = copyValues(
      { values: shown, drafts: new Map(), context, templates, maker: undefined },
      usualDeliveryPlan,
    );
    expect(after.dateDigitized).toBe('2026-03-09T07:12:00');
    expect(wanted.has('dateDigitized')).toBe(false);
  });

  test('everything, with drafts and templates over it; what is emptied is erased', () => {
    const drafts = new Map([
      ['city', null],
      ['headline', 'Launch'],
    ] as const) as never;
    const { after, wanted } = copyOf({}, undefined, drafts);
    expect(after).toMatchObject({ headline: 'Launch', creditLine: 'for the Trust', creator: ['Aune Pell'] });
    expect(after.city).toBeUndefined();
    expect(wanted.get('city')).toBeNull();
  });

  test('another maker’s picture takes neither templates nor licence; “fill” only where nothing of the kind stands', () => {
    const licence = { ...usualLicence, licensee: 'Trust' };
    expect(copyOf({ licence }, 'leave').after).toEqual(values);
    expect(copyOf({ licence }, 'fill').after).toEqual(values);
    expect(copyOf({ licence }, 'me').after.licensee).toEqual([{ name: 'Trust' }]);
    expect(copyOf({ licence: { ...licence, isWritten: false } }).after.licensee).toBeUndefined();
  });

  test('coordinates go from places too', () =>
    expect(copyOf({ removes: ['coordinates'] }).after).toMatchObject({
      locationShown: [{ city: 'Kvalhavn' }],
    }));

  test.each([
    [{ metadata: 'rights' }, ['copyrightNotice', 'creator', 'creditLine']],
    [{ metadata: 'fields', fields: ['city'] }, ['city', 'copyrightNotice']],
    [{ metadata: 'fields', fields: ['city'], withoutNotice: true }, ['city']],
  ])('%j leaves %j', (what, fields) => expect(Object.keys(copyOf(what).after).sort()).toEqual(fields));
});

describe('a figure', () => {
  const values: Values = {
    creator: ['Aune Pell'],
    creditLine: 'Tarn & Tide',
    copyrightNotice: '© 2026 Aune Pell',
    description: 'The “ketch” </script><script>alert(1)</script>',
    webStatement: 'https://tarnandtide.example/rights',
    licensor: [{ name: 'Tarn & Tide', web: 'https://tarnandtide.example/buy' }],
  };
  const files = [
    { path: 'a 100%.jpg', width: 1200, height: 800 },
    { path: 'a 100%-600.jpg', width: 600, height: 400 },
  ];
  test('markup of a caption stays text, in the page and in its data', () => {
    const html = figureHtml(values, files);
    expect(html.match(/<script/g)).toHaveLength(1);
    expect(html).toContain('&lt;/script&gt;&lt;script&gt;');
    const data = /<script type="application\/ld\+json">(.*)<\/script>/s.exec(html)![1]!;
    expect(JSON.parse(data)).toEqual(imageObject(values, files));
    expect(html).toContain('srcset="a%20100%25.jpg 1200w, a%20100%25-600.jpg 600w"');
  });
  // IPTC, quick guide for image licences: these five are taken by search engines.
  test('the data names creator, credit, notice, licence and where to get one', () =>
    expect(imageObject(values, files)).toMatchObject({
      creator: { '@type': 'Person', name: 'Aune Pell' },
      creditText: 'Aune Pell / Tarn & Tide',
      copyrightNotice: '© 2026 Aune Pell',
      license: 'https://tarnandtide.example/rights',
      acquireLicensePage: 'https://tarnandtide.example/buy',
    }));
  test('without words there is still a figure, and no link that is none', () => {
    expect(figureHtml({ webStatement: 'www.tarnandtide.example' }, files)).not.toContain('rel="license"');
    expect(altOf({ description: 'One. Two.' })).toBe('One.');
    expect(figurePage('A & B', [])).toContain('<title>A &amp; B</title>');
  });
});
