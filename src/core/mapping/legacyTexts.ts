import type { FieldId } from '../catalogue/fields';
import { isoParts } from '../catalogue/isoDate';
import { asList, asText, type FieldValue, normalisedText } from '../catalogue/value';
import type { LegacyText } from '../containers/container';
import { PNG_KEYWORDS } from '../containers/png/textKeywords';
import { joinArtists, splitArtist } from './artist';
import type { RecordValue } from './recordValue';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** Several names are written as in Exif Artist; other programs part them by commas, or do not part them at all. */
export function legacyRecordValue(
  texts: readonly LegacyText[],
  id: FieldId,
): Omit<RecordValue, 'origin'> | undefined {
  const keyword = PNG_KEYWORDS[id];
  const found = keyword && texts.find((one) => one.keyword === keyword)?.text.trim();
  if (!found) return undefined;
  if (id === 'creator')
    return {
      value: splitArtist(found),
      alternatives: [[found], found.split(',').map((name) => name.trim())],
    };
  const value = id === 'dateCreated' ? isoFromCreationTime(found) : normalisedText(found);
  return value === undefined ? undefined : { value };
}

/** The text of a value in such a chunk. */
export function legacyText(id: FieldId, value: FieldValue): string {
  return id === 'creator' ? joinArtists(asList(value)) : asText(value);
}

/** RFC 3339 and RFC 1123, the two forms that the standard names; other wordings are no date. */
function isoFromCreationTime(text: string): string | undefined {
  if (isoParts(text)) return text;
  if (text.length > 64) return undefined;
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
