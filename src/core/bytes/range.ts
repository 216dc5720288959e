/** Half-open: octets [start, end). */
export interface Range {
  readonly start: number;
  readonly end: number;
}

/** Whether two ranges have an octet in common. */
export const overlap = (a: Range, b: Range) => a.start < b.end && b.start < a.end;
