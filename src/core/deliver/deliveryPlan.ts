import type { FieldId } from '../catalogue/fields';
import type { CopyFormat } from './copyFormats';
import type { Removal } from './removal';

/** Which pictures of an assignment leave. */
export type PicturesSent = 'all' | 'passing' | 'selected' | 'rated';

/** The size of a rendered copy in pixels, upright. */
export type CopySize =
  | { readonly by: 'whole' }
  | { readonly by: 'long' | 'short'; readonly pixels: number }
  | { readonly by: 'box'; readonly width: number; readonly height: number }
  | { readonly by: 'megapixels'; readonly amount: number }
  | { readonly by: 'percent'; readonly amount: number };

/** Nine positions, read as one reads a page. */
export const markPlaces = [
  'top left',
  'top',
  'top right',
  'left',
  'middle',
  'right',
  'bottom left',
  'bottom',
  'bottom right',
] as const;
export type MarkPlace = (typeof markPlaces)[number];

/** What is drawn onto the copies. */
export interface VisibleMark {
  /** With placeholders; not used where there is an image. */
  readonly text: string;
  /** Of an image that was kept (a signature with transparency); '' for a text. */
  readonly image: string;
  readonly font: 'serif' | 'sans';
  readonly place: MarkPlace;
  /** Of the short side, in percent: from the edge, and the mark's height. */
  readonly offset: number;
  readonly size: number;
  /** 1 to 100 percent. */
  readonly strength: number;
  readonly tiled: boolean;
}

/** A licence that is granted with the delivery. Dates are ISO days; '' says nothing. */
export interface LicenceGranted {
  readonly licensee: string;
  readonly use: string;
  readonly region: string;
  readonly from: string;
  readonly until: string;
  /** Number of the invoice or job. */
  readonly reference: string;
  /** Into the copies, in the fields of PLUS and the Rights Usage Terms. */
  readonly isWritten: boolean;
}

/** How copies leave: kept with an assignment, and under a name. */
export interface DeliveryPlan {
  readonly pictures: PicturesSent;
  /** The least rating, where `pictures` is 'rated'. */
  readonly rating: number;
  readonly format: CopyFormat;
  /** The first gives the copy its name; further ones add their pixels to it. */
  readonly sizes: readonly CopySize[];
  readonly enlarges: boolean;
  /** 1 to 100; of formats that lose nothing it means nothing. */
  readonly quality: number;
  /** Largest file in kilobytes of 1,000 bytes; 0 for any. The quality goes down until it is met. */
  readonly mostKilobytes: number;
  readonly profile: 'keep' | 'srgb' | 'p3';
  readonly bits: 8 | 16;
  /** Pixels per inch; 0 says nothing. */
  readonly perInch: number;
  /** Sharpening for the smaller size: 0 none, 1 a little, 2 usual, 3 much. */
  readonly sharpening: 0 | 1 | 2 | 3;
  /** As in core/naming/pattern. */
  readonly name: string;
  readonly folder: string;
  /** The folder that copies go to; not used for an archive alone. */
  readonly path: string;
  readonly to: 'folder' | 'archive' | 'both';
  readonly metadata: 'everything' | 'rights' | 'fields';
  /** Where `metadata` is 'fields'. */
  readonly fields: readonly FieldId[];
  /** The notice is included with chosen fields too, unless somebody said otherwise twice. */
  readonly withoutNotice: boolean;
  readonly removes: readonly Removal[];
  /** Templates that act on the copies, first to last. */
  readonly templates: readonly string[];
  readonly mark: VisibleMark | null;
  readonly licence: LicenceGranted | null;
  /** The camera's rendering as a JPEG beside each raw file. */
  readonly frozen: boolean;
  /** SHA256SUMS beside the files. */
  readonly checksums: boolean;
  /** A page with figures beside the files. */
  readonly page: boolean;
  /** What the set is checked by before it leaves; '' for the assignment's own. */
  readonly checklist: string;
}

export const usualDeliveryPlan: DeliveryPlan = {
  pictures: 'all',
  rating: 3,
  format: 'jpeg',
  sizes: [{ by: 'long', pixels: 2048 }],
  enlarges: false,
  quality: 88,
  mostKilobytes: 0,
  profile: 'srgb',
  bits: 8,
  perInch: 0,
  sharpening: 0,
  name: '',
  folder: '',
  path: '',
  to: 'archive',
  metadata: 'everything',
  fields: [],
  withoutNotice: false,
  removes: [],
  templates: [],
  mark: null,
  licence: null,
  frozen: false,
  checksums: false,
  page: false,
  checklist: '',
};

export const usualMark: VisibleMark = {
  text: '© {{ creator }}',
  image: '',
  font: 'serif',
  place: 'bottom right',
  offset: 3,
  size: 5,
  strength: 80,
  tiled: false,
};

export const usualLicence: LicenceGranted = {
  licensee: '',
  use: '',
  region: '',
  from: '',
  until: '',
  reference: '',
  isWritten: true,
};

/** Whether copies are other files than the ones they are made of, by more than their words. */
export const isRendered = ({ format }: Pick<DeliveryPlan, 'format'>): boolean => format !== 'as-they-are';
