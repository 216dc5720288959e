import type { FieldId } from '../core/catalogue/fields';
import type { FieldValue } from '../core/catalogue/value';
import type { OtherFormat } from './otherFormats';
import type { lights } from './scenes/parts';
import type { SceneName } from './scenes/scenes';

/** The card of the demo: 30 photos of a ketch's relaunch, all invented. */
export interface DemoPicture {
  readonly name: string;
  readonly scene: SceneName;
  readonly light: keyof typeof lights;
  /** Pixels as stored. */
  readonly width: number;
  readonly height: number;
  /** Local time at the yard. */
  readonly taken: string;
  readonly exposure: readonly [time: string, aperture: string, iso: number, focalLength: number];
  /** Stored lying, with Exif Orientation 6 or 8. */
  readonly orientation?: 6 | 8;
  /** What is in the file when it comes off the card. */
  readonly carries?: { readonly [K in FieldId]?: FieldValue };
  /** IIM that says something else than XMP, with or without a digest that tells. */
  readonly contradicts?: {
    readonly values: { readonly [K in FieldId]?: FieldValue };
    readonly digest: 'matching' | 'stale';
  };
  readonly cameraDescription?: string;
  /** Beside JPEG: what the file is made as. 'raw' has a JPEG of its stem and a sidecar beside it. */
  readonly format?: 'tiff' | 'png' | 'webp' | 'dng' | 'raw' | OtherFormat;
  /** What the sidecar of a raw file says. */
  readonly sidecar?: { readonly [K in FieldId]?: FieldValue };
  /** The same picture data as another, under its own name. */
  readonly sameAs?: string;
}

const LARGE = { width: 4500, height: 3000 };
const MIDDLE = { width: 3900, height: 2600 };
const SMALL = { width: 3300, height: 2200 };

const ownOld = {
  creator: ['Aune Pell'],
  copyrightNotice: '© 2024 Aune Pell',
  rightsStatus: 'in-copyright',
} as const;
const byMats = {
  creator: ['Mats Orrin'],
  copyrightNotice: '© 2026 Mats Orrin / Quayside Pictures',
  creditLine: 'Quayside Pictures',
  rightsStatus: 'in-copyright',
  description: 'The ketch waits on the slipway before her launch.',
  contactEmail: 'mats@quayside.example',
} as const;

export const demoPictures: readonly DemoPicture[] = [
  {
    name: 'kt26-0401.jpg',
    scene: 'frames',
    light: 'dawn',
    ...LARGE,
    taken: '2026-03-09T07:12:40',
    exposure: ['1/125', '5.6', 400, 35],
  },
  {
    name: 'kt26-0402.jpg',
    scene: 'frames',
    light: 'grey',
    ...MIDDLE,
    taken: '2026-03-09T07:40:05',
    exposure: ['1/160', '4.0', 400, 50],
  },
  {
    name: 'kt26-0403.jpg',
    scene: 'planks',
    light: 'day',
    ...LARGE,
    taken: '2026-03-12T10:21:18',
    exposure: ['1/250', '5.6', 200, 35],
  },
  {
    name: 'kt26-0404.jpg',
    scene: 'planks',
    light: 'grey',
    ...MIDDLE,
    taken: '2026-03-12T10:24:51',
    exposure: ['1/200', '5.6', 320, 35],
    cameraDescription: 'TINDRA DIGITAL CAMERA',
  },
  {
    name: 'kt26-0405.jpg',
    scene: 'bench',
    light: 'day',
    ...SMALL,
    taken: '2026-03-12T13:02:10',
    exposure: ['1/60', '2.8', 800, 50],
  },
  {
    name: 'kt26-0406.jpg',
    scene: 'caulking',
    light: 'grey',
    ...LARGE,
    taken: '2026-04-02T09:15:33',
    exposure: ['1/100', '4.0', 640, 50],
  },
  {
    name: 'kt26-0407.jpg',
    scene: 'caulking',
    light: 'day',
    ...MIDDLE,
    taken: '2026-04-02T09:18:02',
    exposure: ['1/125', '4.0', 400, 85],
    carries: { description: 'Caulking the port side, second week.', keywords: ['caulking', 'oakum'] },
  },
  {
    name: 'kt26-0408.jpg',
    scene: 'loft',
    light: 'day',
    ...LARGE,
    taken: '2026-04-20T11:30:47',
    exposure: ['1/60', '2.8', 800, 28],
  },
  {
    name: 'kt26-0409.jpg',
    scene: 'loft',
    light: 'dawn',
    ...MIDDLE,
    taken: '2026-04-20T11:42:20',
    exposure: ['1/80', '2.8', 800, 35],
    carries: { ...ownOld, description: 'The mizzen is cut from flax canvas.' },
  },
  {
    name: 'kt26-0410.jpg',
    scene: 'portrait',
    light: 'day',
    ...MIDDLE,
    taken: '2026-04-20T12:05:09',
    exposure: ['1/125', '2.0', 400, 85],
  },
  {
    name: 'kt26-0411.jpg',
    scene: 'portrait',
    light: 'grey',
    ...SMALL,
    taken: '2026-04-20T12:11:56',
    exposure: ['1/125', '2.0', 500, 85],
    orientation: 6,
  },
  {
    name: 'kt26-0412.jpg',
    scene: 'name',
    light: 'day',
    ...MIDDLE,
    taken: '2026-05-13T16:20:00',
    exposure: ['1/320', '5.6', 200, 70],
  },
  {
    name: 'kt26-0413.jpg',
    scene: 'slipway',
    light: 'dawn',
    ...LARGE,
    taken: '2026-05-14T06:02:14',
    exposure: ['1/250', '8.0', 200, 28],
  },
  {
    name: 'kt26-0414.jpg',
    scene: 'slipway',
    light: 'day',
    ...MIDDLE,
    taken: '2026-05-14T08:33:40',
    exposure: ['1/400', '8.0', 200, 28],
    carries: byMats,
  },
  {
    name: 'kt26-0415.jpg',
    scene: 'launch',
    light: 'day',
    ...LARGE,
    taken: '2026-05-14T10:00:12',
    exposure: ['1/500', '5.6', 200, 35],
  },
  {
    name: 'kt26-0416.jpg',
    scene: 'launch',
    light: 'day',
    ...LARGE,
    taken: '2026-05-14T10:00:58',
    exposure: ['1/500', '5.6', 200, 50],
  },
  {
    name: 'kt26-0417.jpg',
    scene: 'launch',
    light: 'grey',
    ...MIDDLE,
    taken: '2026-05-14T10:04:31',
    exposure: ['1/400', '5.6', 200, 70],
    contradicts: {
      values: { copyrightNotice: '© 2025 Tarn & Tide', creditLine: 'Tarn & Tide' },
      digest: 'stale',
    },
    carries: { copyrightNotice: '© 2026 Aune Pell', creator: ['Aune Pell'], rightsStatus: 'in-copyright' },
  },
  {
    name: 'kt26-0418.jpg',
    scene: 'moored',
    light: 'evening',
    ...LARGE,
    taken: '2026-05-14T20:45:00',
    exposure: ['1/60', '2.8', 800, 35],
  },
  {
    name: 'kt26-0419.jpg',
    scene: 'moored',
    light: 'dawn',
    ...SMALL,
    taken: '2026-05-15T05:30:22',
    exposure: ['1/125', '4.0', 400, 50],
    orientation: 8,
  },
  {
    name: 'kt26-0420.jpg',
    scene: 'sailing',
    light: 'day',
    ...LARGE,
    taken: '2026-06-01T11:20:36',
    exposure: ['1/1000', '5.6', 200, 100],
  },
  {
    name: 'kt26-0421.jpg',
    scene: 'sailing',
    light: 'grey',
    ...MIDDLE,
    taken: '2026-06-01T11:42:02',
    exposure: ['1/800', '5.6', 200, 135],
    carries: { dateCreated: '2025-06-01', city: 'Havnes' },
  },
  {
    name: 'kt26-0422.jpg',
    scene: 'sailing',
    light: 'evening',
    ...LARGE,
    taken: '2026-06-01T21:10:44',
    exposure: ['1/250', '4.0', 400, 85],
    contradicts: { values: { description: 'First sail, evening.' }, digest: 'matching' },
    carries: { description: 'First sail: the ketch comes home in the evening light.' },
  },
  {
    name: 'kt26-0423.jpg',
    scene: 'moored',
    light: 'evening',
    ...MIDDLE,
    taken: '2025-12-30T15:40:10',
    exposure: ['1/30', '2.8', 1600, 35],
    carries: { keywords: ['ketch', 'harbour', 'winter'], creator: ['Aune Pell'] },
  },
  {
    name: 'kt26-0423-copy.jpg',
    scene: 'moored',
    light: 'evening',
    ...MIDDLE,
    taken: '2025-12-30T15:40:10',
    exposure: ['1/30', '2.8', 1600, 35],
    sameAs: 'kt26-0423.jpg',
  },
  {
    name: 'kt26-0424.dng',
    format: 'dng',
    scene: 'frames',
    light: 'day',
    ...SMALL,
    taken: '2026-03-10T09:05:00',
    exposure: ['1/160', '5.6', 200, 35],
  },
  {
    name: 'kt26-0425.dng',
    format: 'dng',
    scene: 'caulking',
    light: 'day',
    ...SMALL,
    taken: '2026-04-03T10:12:30',
    exposure: ['1/125', '4.0', 400, 50],
    carries: { headline: 'Oakum goes into the seams', keywords: ['caulking'] },
  },
  {
    name: 'kt26-0426.raw',
    format: 'raw',
    scene: 'launch',
    light: 'dawn',
    ...SMALL,
    taken: '2026-05-14T09:58:20',
    exposure: ['1/500', '5.6', 200, 35],
    carries: { description: 'The cradle begins to move.', city: 'Havnes' },
    sidecar: { description: 'The cradle begins to move.', city: 'Pellvik', rating: '4' },
  },
  {
    name: 'kt26-sail-plan.tif',
    format: 'tiff',
    scene: 'loft',
    light: 'grey',
    width: 3000,
    height: 2000,
    taken: '2026-04-20T15:00:00',
    exposure: ['1/60', '4.0', 400, 50],
    carries: {
      digitalSourceType: 'http://cv.iptc.org/newscodes/digitalsourcetype/print',
      title: 'Sail plan',
    },
  },
  {
    name: 'kt26-name-board.png',
    format: 'png',
    scene: 'name',
    light: 'grey',
    width: 2400,
    height: 1600,
    taken: '2026-05-13T17:00:00',
    exposure: ['1/100', '4.0', 400, 50],
  },
  {
    name: 'kt26-invitation.webp',
    format: 'webp',
    scene: 'sailing',
    light: 'dawn',
    width: 2400,
    height: 1600,
    taken: '2026-06-02T05:10:00',
    exposure: ['1/250', '5.6', 200, 70],
    carries: { creator: ['Aune Pell'], copyrightNotice: '© 2026 Aune Pell' },
  },
];
