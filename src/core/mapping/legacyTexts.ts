import type { FieldId } from '../catalogue/fields';
import type { FieldValue } from '../catalogue/value';
import type { LegacyText } from '../containers/container';

/**
 * Keywords of PNG's text chunks (PNG, third edition, 11.3.3.1) that are voices of a field. Its "Source" is the
 * device that made the picture, not the Source of the IPTC standard.
 */
export const PNG_KEYWORDS: { readonly [K in FieldId]?: string } = {
  title: 'Title',
  creator: 'Author',
  description: 'Description',
  copyrightNotice: 'Copyright',
  dateCreated: 'Creation Time',
};

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

export function textVoice(texts: readonly LegacyText[], id: FieldId): FieldValue | undefined {
  const keyword = PNG_KEYWORDS[id];
  const found = keyword && texts.find((one) => one.keyword === keyword)?.text.trim();
  if (!found) return undefined;
  if (id === 'creator') return [found];
  return id === 'dateCreated' ? isoFromCreationTime(found) : found;
}

/** RFC 3339 and RFC 1123, the two forms that the standard names; other wordings are no date. */
function isoFromCreationTime(text: string): string | undefined {
  if (/^\d{4}(-\d{2}(-\d{2}(T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:\d{2})?)?)?)?$/.test(text)) return text;
  const parts = /^(?:\w{3}, )?(\d{1,2}) (\w{3})\w* (\d{4}) (\d{2}:\d{2}:\d{2})(?: (GMT|[+-]\d{4}))?$/.exec(
    text,
  );
  if (!parts) return undefined;
  const [, day, month, year, clock, zone] = parts as unknown as [
    string,
    string,
    string,
    string,
    string,
    string?,
  ];
  const index = MONTHS.indexOf(month.toLowerCase());
  if (index === -1) return undefined;
  const offset = zone === undefined ? '' : zone === 'GMT' ? 'Z' : `${zone.slice(0, 3)}:${zone.slice(3)}`;
  return `${year}-${String(index + 1).padStart(2, '0')}-${day.padStart(2, '0')}T${clock}${offset}`;
}
