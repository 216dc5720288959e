import type { FieldId } from '../catalogue/fields';
import { isoParts } from '../catalogue/isoDate';
import type { PositionAxis } from '../catalogue/position';
import { asList, asText, type FieldValue, normalisedText } from '../catalogue/value';
import type { LegacyText } from '../containers/container';
import { TEXT_KEYWORDS } from '../containers/textKeywords';
import { joinArtists, splitArtist } from './artist';
import { pointFromPosition, positionFromPoint } from './gps';
import type { RecordValue } from './recordValue';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

const axes: { readonly [K in FieldId]?: PositionAxis } = {
  gpsLatitude: 'latitude',
  gpsLongitude: 'longitude',
  gpsAltitude: 'altitude',
};

/** Several names are written as in Exif Artist; other programs part them by commas, or do not part them at all. */
export function legacyRecordValue(
  texts: readonly LegacyText[],
  id: FieldId,
): Omit<RecordValue, 'origin'> | undefined {
  const keyword = TEXT_KEYWORDS[id];
  const found = keyword && texts.find((one) => one.keyword === keyword)?.text.trim();
  if (!found) return undefined;
  if (id === 'creator')
    return {
      value: splitArtist(found),
      alternatives: [[found], found.split(',').map((name) => name.trim())],
    };
  const value = ownValue(id, found);
  return value === undefined ? undefined : { value };
}

function ownValue(id: FieldId, text: string): FieldValue | undefined {
  const axis = axes[id];
  if (axis) return positionFromPoint(text)[axis];
  if (id === 'dateCreated') return isoFromCreationTime(text);
  return id === 'keywords' ? itemsOf(text) : normalisedText(text);
}

const itemsOf = (text: string) =>
  text
    .split(',')
    .map((item) => item.trim())
    .filter(Boolean);

/** The text of a value in place of a former text; undefined where there is none, or it cannot be written in this form. */
export function legacyText(id: FieldId, value: FieldValue | undefined, former: string): string | undefined {
  const axis = axes[id];
  if (axis) return pointFromPosition({ ...positionFromPoint(former), [axis]: value });
  if (value === undefined) return undefined;
  if (id === 'creator') return joinArtists(asList(value));
  if (id !== 'keywords') return asText(value);
  return asList(value).some((item) => item.includes(',')) ? undefined : asList(value).join(', ');
}

/**
 * RFC 3339 and RFC 1123, the two forms that PNG names, and a zone without a colon, as movies have it (ISO 8601, 4.2.5.1);
 * other wordings are no date.
 */
function isoFromCreationTime(found: string): string | undefined {
  const text = found.replace(/(:\d\d(?:\.\d+)?[+-]\d\d)(\d\d)$/, '$1:$2');
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
