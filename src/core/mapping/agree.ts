import { cutUtf8 } from '../bytes/text';
import { type FieldId, field } from '../catalogue/fields';
import { asList, type FieldValue, sameValue } from '../catalogue/value';
import { coordinatesAgree } from './gps';
import type { Voice } from './voices';

/**
 * Whether two records say the same: IIM may be cut to its length, unordered lists may differ in order,
 * and dates agree as far as both go.
 */
export function voicesAgree(id: FieldId, a: Voice, b: Voice): boolean {
  if (sameValue(a.value, b.value)) return true;
  const row = field(id);
  if (row.type === 'coordinate') return coordinatesAgree(String(a.value), String(b.value));
  if (row.type === 'date') return datesAgree(String(a.value), String(b.value));
  const iimMax = row.iim?.maxBytes;
  if (iimMax !== undefined && (a.origin === 'iim' || b.origin === 'iim')) {
    const [iim, other] = a.origin === 'iim' ? [a.value, b.value] : [b.value, a.value];
    if (sameValue(arranged(id, iim), arranged(id, cutForIim(id, other)))) return true;
  }
  return sameValue(arranged(id, a.value), arranged(id, b.value));
}

/** The value as IIM can hold it: each text cut at a character to the DataSet's length. */
export function cutForIim(id: FieldId, value: FieldValue): FieldValue {
  const max = field(id).iim?.maxBytes;
  if (max === undefined || field(id).type === 'date') return value;
  const cut = (text: string) => cutUtf8(text, max).replace(/\s+$/, '');
  return typeof value === 'string' ? cut(value) : asList(value).map(cut);
}

function arranged(id: FieldId, value: FieldValue): FieldValue {
  return field(id).xmp?.form === 'bag' ? [...asList(value)].sort() : value;
}

const DATE = /^(\d{4}(?:-\d{2}(?:-\d{2}(?:T\d{2}:\d{2}(?::\d{2})?)?)?)?)(?:\.\d+)?(Z|[+-]\d{2}:\d{2})?$/;

/** Local digits are compared as far as both are given, zones only when both have one. */
export function datesAgree(a: string, b: string): boolean {
  const [, digitsA, zoneA] = DATE.exec(a) ?? [];
  const [, digitsB, zoneB] = DATE.exec(b) ?? [];
  if (digitsA === undefined || digitsB === undefined) return a === b;
  const common = Math.min(digitsA.length, digitsB.length);
  const zone = (text: string | undefined) => (text === 'Z' ? '+00:00' : text);
  return (
    digitsA.slice(0, common) === digitsB.slice(0, common) && (!zoneA || !zoneB || zone(zoneA) === zone(zoneB))
  );
}
