/** Errors as data: what was found, where, and what to do. Wording for people is made at the edge. */

export type ProblemCode =
  // bytes and containers
  | 'out-of-bounds'
  | 'file-cut'
  | 'not-this-format'
  | 'format-not-supported'
  | 'limit-exceeded'
  | 'structure-broken'
  | 'block-too-large'
  | 'format-read-only'
  | 'extension-differs'
  | 'block-repeated'
  | 'provenance-signed'
  | 'jpeg-not-restorable'
  | 'metadata-not-read'
  // IIM
  | 'iim-cut'
  | 'iim-no-tag-marker'
  | 'iim-charset-assumed'
  | 'iim-charset-unsupported'
  | 'iim-value-cut'
  | 'iim-value-not-encodable'
  | 'iim-bad-date'
  | 'iim-time-without-zone'
  | 'iim-repeated'
  | 'iim-copies-differ'
  | 'iim-date-spelling'
  | 'iim-text-kept'
  // XMP
  | 'xmp-not-well-formed'
  | 'xmp-doctype'
  | 'xmp-not-rdf'
  | 'xmp-outside-subset'
  | 'xmp-unexpected-form'
  | 'xmp-character-refused'
  | 'xmp-extended-missing'
  | 'xmp-extended-needed'
  | 'xmp-property-repeated'
  | 'xmp-packets-differ'
  // TIFF and Exif
  | 'tiff-header'
  | 'ifd-cut'
  | 'ifd-cycle'
  | 'exif-dangling'
  | 'exif-bad-date'
  | 'exif-date-partial'
  | 'exif-too-large'
  | 'exif-value-left-out'
  | 'mpf-broken'
  | 'tiff-past-4-gib'
  // PNG, WebP
  | 'png-legacy-text'
  | 'png-checksum'
  // Photoshop resources
  | 'resource-cut'
  | 'resource-broken'
  // values and writing
  | 'block-unreadable'
  | 'value-not-allowed'
  | 'picture-cut'
  | 'made-by-others'
  | 'reread-differs'
  // delivering
  | 'preview-missing'
  | 'raw-as-it-is'
  | 'picture-unreadable'
  | 'picture-not-decoded'
  | 'size-not-met'
  | 'smaller-than-asked'
  | 'second-reader-differs'
  | 'picture-data-differs'
  | 'twins-disagree'
  | 'sidecar-of-other-file'
  // contradictions
  | 'status-against-notice'
  | 'status-against-licence'
  | 'status-against-terms'
  | 'terms-against-licence'
  | 'year-before-taken'
  | 'notice-without-status'
  | 'licence-against-mining'
  | 'licences-differ'
  | 'mining-without-statement'
  | 'place-against-location'
  // templates
  | 'placeholder-unknown'
  | 'placeholder-missing'
  | 'placeholder-syntax'
  | 'placeholder-form'
  | 'placeholder-cycle'
  | 'placeholder-fill-in'
  | 'rule-not-for-field';

export type Severity = 'info' | 'warning' | 'error';

export interface Problem {
  readonly code: ProblemCode;
  readonly severity: Severity;
  /** The part concerned: a block, segment, field id or placeholder. Never a value of a person's. */
  readonly part: string;
  /** Bytes from the start of the part (for containers: of the file). */
  readonly offset?: number;
  readonly found?: string;
  readonly expected?: string;
}

/** Thrown where a block or container cannot be read further; carries the problem as data. */
export class FormatError extends Error {
  readonly problem: Problem;
  constructor(code: ProblemCode, part: string, more: Partial<Omit<Problem, 'code' | 'part'>> = {}) {
    super(`${code} in ${part}${more.offset === undefined ? '' : ` at byte ${more.offset}`}`);
    this.name = 'FormatError';
    this.problem = { severity: 'error', ...more, code, part };
  }
}

/** A problem as data; a warning where nothing else is said. */
export function problem(
  code: ProblemCode,
  part: string,
  more: Partial<Omit<Problem, 'code' | 'part'>> = {},
): Problem {
  return { severity: 'warning', ...more, code, part };
}

/** Runs a decoder; a FormatError becomes a value, anything else is a defect and goes on up. */
export function attempt<T>(decode: () => T): { value: T } | { problem: Problem } {
  try {
    return { value: decode() };
  } catch (error) {
    if (error instanceof FormatError) return { problem: error.problem };
    throw error;
  }
}
