/** Texts put before and after: joined by a separator, and recognised again so that none is doubled. */

/** Whether `segment` is in `text` as a whole: between separators, the start or the end. */
export function containsSegment(text: string, segment: string, separator: string): boolean {
  if (segment === '') return true;
  for (let at = text.indexOf(segment); at !== -1; at = text.indexOf(segment, at + 1)) {
    const end = at + segment.length;
    const startsHere = at === 0 || text.slice(0, at).endsWith(separator);
    const endsHere = end === text.length || text.startsWith(separator, end);
    if (startsHere && endsHere) return true;
  }
  return false;
}

/** A text with a segment behind it, once: where it is there already nothing is added. */
export function putAfter(text: string, segment: string, separator: string): string {
  if (text === '' || segment === '') return text + segment;
  return containsSegment(text, segment, separator) ? text : `${text}${separator}${segment}`;
}

/** A text with a segment in front of it, once. */
export function putBefore(text: string, segment: string, separator: string): string {
  if (text === '' || segment === '') return segment + text;
  return containsSegment(text, segment, separator) ? text : `${segment}${separator}${text}`;
}

/** The text without a segment that is in it as a whole, and without the separator that joined it. */
export function withoutSegment(text: string, segment: string, separator: string): string {
  if (segment === '' || !containsSegment(text, segment, separator)) return text;
  const framed = `${separator}${text}${separator}`;
  const at = framed.indexOf(`${separator}${segment}${separator}`);
  const joined = framed.slice(0, at) + framed.slice(at + separator.length + segment.length);
  return joined.slice(joined.startsWith(separator) ? separator.length : 0, -separator.length);
}
