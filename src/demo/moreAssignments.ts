import type { FieldId } from '../core/catalogue/fields';
import type { FieldValue } from '../core/catalogue/value';
import { type DeliveryPlan, usualDeliveryPlan, usualLicence, usualMark } from '../core/deliver/deliveryPlan';
import type { Entry } from '../core/templates/template';
import type { DemoPicture } from './pictures';

/** Who works at the yard and for its client: all of them invented. */
export const yardPeople = [
  { number: '1', name: 'Ida Brandvik', role: 'sailmaker', note: '' },
  { number: '2', name: 'Jon Osei', role: 'apprentice', note: '' },
  { number: '4', name: 'Ottar Lien', role: 'shipwright', note: '' },
  { number: '5', name: 'Maren Dahl', role: 'Boat Trust', note: 'speaks at the launch' },
];

/** Assignments that are beside the card: one half described, one finished. All of it invented. */
export interface DemoAssignment {
  readonly name: string;
  readonly facts: readonly { readonly name: string; readonly value: string }[];
  readonly people?: typeof yardPeople;
  readonly templates: readonly string[];
  /** Days before today that it was begun. */
  readonly daysAgo: number;
  readonly pictures: readonly DemoPicture[];
  /** How its copies left, under the name of a saved delivery plan. */
  readonly delivered?: { readonly name: string; readonly deliveryPlan: DeliveryPlan };
  /** What is written at the desk, by the name of the picture; `embed`: it goes into the files too. */
  readonly written: readonly {
    readonly embed: boolean;
    readonly values: Readonly<Record<string, { readonly [K in FieldId]?: FieldValue }>>;
  }[];
}

const small = { width: 2400, height: 1600 };
const upright = { width: 1600, height: 2400 };
type Shot = Pick<DemoPicture, 'scene' | 'light' | 'taken'> & Partial<DemoPicture>;
const shots = (prefix: string, all: readonly Shot[]): DemoPicture[] =>
  all.map((one, at) => ({
    name: `${prefix}-${String(at + 1).padStart(2, '0')}.jpg`,
    exposure: ['1/160', '4.0', 400, 50],
    ...small,
    ...one,
  }));

export const sailLoft: DemoAssignment = {
  name: 'A mainsail for the Marena',
  facts: [
    { name: 'vessel', value: 'Marena' },
    { name: 'loft', value: 'Brandt sail loft' },
  ],
  people: yardPeople,
  templates: ['Standing rights', 'Sail loft, names and place'],
  daysAgo: 6,
  pictures: shots('loft26', [
    { scene: 'loft', light: 'day', taken: '2026-04-21T09:04:11' },
    { scene: 'loft', light: 'grey', taken: '2026-04-21T09:31:50' },
    { scene: 'bench', light: 'day', taken: '2026-04-21T10:02:07' },
    {
      scene: 'portrait',
      light: 'grey',
      taken: '2026-04-21T10:40:26',
      ...upright,
      carries: { dateCreated: '2026-04-21' },
      contradicts: { values: { dateCreated: '2026-04-20' }, digest: 'stale' },
    },
    { scene: 'loft', light: 'evening', taken: '2026-04-21T17:12:03' },
    { scene: 'bench', light: 'evening', taken: '2026-04-21T17:45:39' },
    { scene: 'sailing', light: 'dawn', taken: '2026-04-24T06:20:15' },
    { scene: 'moored', light: 'dawn', taken: '2026-04-24T06:48:52' },
  ]),
  written: [
    {
      embed: true,
      values: {
        'loft26-01.jpg': {
          description: 'The new mainsail of the ketch Marena is laid out on the floor of the loft.',
          keywords: ['sailmaking', 'sail loft', 'ketch', 'canvas'],
        },
        'loft26-02.jpg': {
          description: 'A seam is marked by hand before it goes under the machine.',
          keywords: ['sailmaking', 'sail loft', 'craft'],
        },
      },
    },
    {
      embed: false,
      values: {
        'loft26-03.jpg': {
          description: 'Fids and mallets on the sailmaker’s bench, each in its place.',
          keywords: ['tools', 'sailmaking', 'craft'],
        },
        'loft26-07.jpg': {
          description: 'First light on the new mainsail, off Havnes.',
          keywords: ['ketch', 'sailing', 'dawn'],
        },
      },
    },
  ],
};

export const winterLayUp: DemoAssignment = {
  name: 'Winter lay-up',
  delivered: {
    name: 'For the Boat Trust’s web pages',
    deliveryPlan: {
      ...usualDeliveryPlan,
      pictures: 'passing',
      mostKilobytes: 900,
      removes: ['coordinates', 'serials', 'history'],
      mark: { ...usualMark, size: 4 },
      licence: {
        ...usualLicence,
        licensee: 'Boat Trust',
        use: 'on its own web pages',
        region: 'all countries',
        until: '2029-03-31',
        reference: 'BT-2026-04',
      },
    },
  },
  facts: [{ name: 'yard', value: 'Pellvik yard' }],
  templates: ['Standing rights', 'Winter lay-up, yard views'],
  daysAgo: 64,
  pictures: shots('lay26', [
    { scene: 'slipway', light: 'grey', taken: '2026-01-14T11:20:33' },
    { scene: 'moored', light: 'grey', taken: '2026-01-14T11:52:09' },
    { scene: 'frames', light: 'grey', taken: '2026-01-15T10:05:44' },
    { scene: 'caulking', light: 'grey', taken: '2026-01-15T13:37:20' },
    { scene: 'name', light: 'grey', taken: '2026-01-16T12:11:58' },
  ]),
  written: [
    {
      embed: true,
      values: {
        'lay26-01.jpg': {
          description: 'The ketch stands on the slip, under her winter cover.',
          gpsLatitude: '63.43',
          gpsLongitude: '8.02',
        },
        'lay26-02.jpg': {
          description: 'Two boats wait for a berth in the shed, in sleet from the fjord.',
          gpsLatitude: '63.43',
          gpsLongitude: '8.03',
        },
        'lay26-03.jpg': {
          description: 'Half of the frames are new oak by the middle of January.',
          gpsLatitude: '63.44',
          gpsLongitude: '8.02',
        },
        'lay26-04.jpg': {
          description: 'Oakum goes into the last seam below the waterline.',
          gpsLatitude: '63.44',
          gpsLongitude: '8.02',
        },
        'lay26-05.jpg': {
          description: 'The name board comes off for new gold leaf.',
          gpsLatitude: '64.11',
          gpsLongitude: '9.87',
        },
      },
    },
  ],
};

type Other = readonly [
  name: string,
  format: DemoPicture['format'],
  scene: DemoPicture['scene'],
  caption: string,
];
const others: readonly Other[] = [
  ['form26-jpeg.jpg', undefined, 'slipway', 'The ketch on the slip, seen from the shed.'],
  ['form26-tiff.tif', 'tiff', 'frames', 'New frames of oak, before planking begins.'],
  ['form26-png.png', 'png', 'bench', 'Adzes and shavings on the bench.'],
  ['form26-webp.webp', 'webp', 'loft', 'A sail is spread on the floor of the loft.'],
  ['form26-avif.avif', 'avif', 'moored', 'The Marena waits at the quay.'],
  ['form26-heic.heic', 'heic', 'moored', 'Two boats wait for a berth.'],
  ['form26-jpeg-xl.jxl', 'jxl', 'caulking', 'Oakum goes into a seam of the hull.'],
  ['form26-gif.gif', 'gif', 'name', 'The name board with its new gold leaf.'],
  ['form26-layers.psd', 'psd', 'sailing', 'The ketch under full sail, with a darker sky as a layer.'],
  ['form26-movie.mp4', 'movie', 'sailing', 'The ketch passes the light at Havnes.'],
  ['form26-negative.dng', 'dng', 'portrait', 'The shipwright at the window of the shed.'],
  ['form26-drawing.svg', 'svg', 'frames', 'A drawing of the hull and the sail.'],
  ['form26-page.pdf', 'pdf', 'frames', 'A page of the yard book.'],
  ['form26-plot.eps', 'eps', 'frames', 'The lines of the hull for the plotter.'],
];

/** One file of each format that is beside those of the card. */
export const formatsBook: DemoAssignment = {
  name: 'One file of each format',
  facts: [],
  templates: ['Standing rights'],
  daysAgo: 90,
  pictures: others.map(([name, format, scene], at) => ({
    name,
    ...(format ? { format } : {}),
    scene,
    light: 'day',
    taken: `2026-03-12T09:${String(at + 10)}:00`,
    exposure: ['1/160', '5.6', 200, 35],
    width: 1200,
    height: 800,
  })),
  written: [
    {
      embed: true,
      values: Object.fromEntries(
        others.map(([name, , , description]) => [name, { description, keywords: ['boatyard', 'ketch'] }]),
      ),
    },
  ],
};

const line = (field: Entry['field'], rule: Entry['rule'], ...texts: string[]): Entry => ({
  field,
  rule,
  texts,
});

/** Beside the two templates of the card: six of different kinds in all. */
export const moreTemplates: readonly {
  readonly name: string;
  readonly kind: 'standing' | 'job';
  readonly entries: readonly Entry[];
}[] = [
  {
    name: 'Sail loft, names and place',
    kind: 'job',
    entries: [
      line('sublocation', 'fill', '{{ loft }}'),
      line('city', 'fill', 'Havnes'),
      line('country', 'fill', 'Norway'),
      line('countryCode', 'fill', 'NOR'),
      line('title', 'fill', '{{ vessel }} {{ running number : 3 }}'),
    ],
  },
  {
    name: 'Winter lay-up, yard views',
    kind: 'job',
    entries: [
      line('headline', 'fill', 'Winter at {{ yard }}'),
      line('keywords', 'add', 'boatyard', 'winter', 'restoration', 'ketch'),
      line('sublocation', 'fill', '{{ yard }}'),
      line('city', 'fill', 'Havnes'),
      line('country', 'fill', 'Norway'),
      line('countryCode', 'fill', 'NOR'),
    ],
  },
  {
    name: 'Open licence, for teaching',
    kind: 'standing',
    entries: [
      line('creator', 'overwrite', '{{ Aune Pell : name }}'),
      line('copyrightNotice', 'overwrite', '© {{ year taken }} {{ Aune Pell : name }}'),
      line('rightsStatus', 'overwrite', 'in-copyright'),
      line('ccLicense', 'overwrite', 'https://creativecommons.org/licenses/by/4.0/'),
      line('usageTerms', 'overwrite', 'Free to use with credit, under the licence CC BY 4.0.'),
      line('creditLine', 'overwrite', '{{ Aune Pell : credit line }}'),
    ],
  },
  {
    name: 'Press office, embargo',
    kind: 'job',
    entries: [
      line(
        'instructions',
        'overwrite',
        'Not before {{ date published : d MMMM y }}. Credit: {{ Aune Pell : credit line }}.',
      ),
      line('creditLine', 'fill', '{{ Aune Pell : credit line }}'),
    ],
  },
];

export const details = {
  name: 'Aune Pell',
  kind: 'person',
  parts: {
    name: 'Aune Pell',
    'job title': 'Photographer',
    'credit line': 'Tarn & Tide',
    'e-mail': 'desk@tarnandtide.example',
    telephone: '+47 555 01 77',
    'web address': 'https://tarnandtide.example',
    'rights page': 'https://tarnandtide.example/rights',
  },
} as const;
