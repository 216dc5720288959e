import type { Problem, ProblemCode } from '../problems/problem';

/** What keeps a file from being written unless somebody says so. */
export interface Hindrances {
  /** A record that cannot be read to its end, or that readers refuse as it is. */
  readonly unreadable: boolean;
  /** Signed provenance, whose seal a change breaks. */
  readonly signed: boolean;
  /** It was made from a JPEG that cannot be restored after a change. */
  readonly restorable: boolean;
}

/** Problems of records after which a change replaces what could not be read (mapping/models.ts). */
const UNREADABLE: ReadonlySet<ProblemCode> = new Set([
  'xmp-property-repeated',
  'xmp-packets-differ',
  'xmp-not-well-formed',
  'xmp-doctype',
  'xmp-not-rdf',
  'xmp-outside-subset',
  'xmp-extended-missing',
  'iim-cut',
  'iim-no-tag-marker',
  'iim-charset-unsupported',
  'resource-cut',
  'resource-broken',
  'tiff-header',
  'ifd-cut',
  'ifd-cycle',
  'exif-dangling',
  'out-of-bounds',
]);

/** Whether problems of a file ask for an explicit yes before it is written. */
export function hindrancesIn(problems: readonly Pick<Problem, 'code'>[]): Hindrances {
  return {
    unreadable: problems.some(({ code }) => UNREADABLE.has(code)),
    signed: problems.some(({ code }) => code === 'provenance-signed'),
    restorable: problems.some(({ code }) => code === 'jpeg-not-restorable'),
  };
}
