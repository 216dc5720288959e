/** Copyright Status in its records: xmpRights:Marked (ISO 16684-1, 8.5) and image resource 0x040A. */
const statuses = [
  { status: 'in-copyright', marked: 'True', flag: 1 },
  { status: 'public-domain', marked: 'False', flag: 0 },
] as const;

/** The status of xmpRights:Marked (XMP part 1, 8.5); undefined for other texts. */
export function statusFromMarked(text: string | undefined): string | undefined {
  const wanted = text?.trim().toLowerCase();
  return statuses.find(({ marked }) => marked.toLowerCase() === wanted)?.status;
}

/** 0 says nothing: it is in pictures whose status nobody has stated. */
export function statusFromFlag(flag: number | undefined): string | undefined {
  return flag === 1 ? 'in-copyright' : undefined;
}

/** What xmpRights:Marked says for a status; undefined where it is not stated. */
export function markedOf(status: string): string | undefined {
  return statuses.find((one) => one.status === status)?.marked;
}

/** The octet of the copyright flag (image resource 0x040A) for a status. */
export function flagOf(status: string): number | undefined {
  return statuses.find((one) => one.status === status)?.flag;
}
