import { type FieldId, field } from '../catalogue/fields';
import { isoParts } from '../catalogue/isoDate';
import { asList, type FieldValue, sameValue } from '../catalogue/value';
import { coordinatesAgree } from './gps';
import { type IimText, iimForms, iimTexts, isWholeOrCut } from './iimTexts';
import type { RecordValue } from './recordValue';

/**
 * Returns whether two records hold the same: IIM may be cut to its length, unordered lists are sets, dates agree as
 * far as both go, and a record's text may be read in several forms.
 */
export function recordValuesAgree(id: FieldId, a: RecordValue, b: RecordValue): boolean {
  const forms = (one: RecordValue) => [one.value, ...(one.alternatives ?? [])];
  return forms(a).some((one) =>
    forms(b).some((other) => agree(id, { ...a, value: one }, { ...b, value: other })),
  );
}

function agree(id: FieldId, a: RecordValue, b: RecordValue): boolean {
  if (sameValue(a.value, b.value)) return true;
  const { type } = field(id);
  if (type === 'coordinate') return coordinatesAgree(String(a.value), String(b.value));
  if (type === 'date') return datesAgree(String(a.value), String(b.value));
  if (a.origin === 'iim' && b.origin !== 'iim') return iimAgrees(id, a.value, b.value);
  if (b.origin === 'iim' && a.origin !== 'iim') return iimAgrees(id, b.value, a.value);
  return sameValue(arranged(id, a.value), arranged(id, b.value));
}

/** Lists that differ in more items than this are not looked at for cut ones. */
const MOST_CUT = 200;

/** IIM against the whole value of another record. */
function iimAgrees(id: FieldId, iim: FieldValue, other: FieldValue): boolean {
  const place = field(id).iim;
  if (!place) return false;
  const held = asList(iim);
  const wanted = iimTexts(id, other).map(({ text, whole }) => ({
    text: readable(id, text),
    whole: readable(id, whole),
  }));
  const fits = (one: string, of: IimText | undefined) =>
    of !== undefined && isWholeOrCut(one, of, place.maxBytes);
  if (!isSet(id)) return held.length === wanted.length && held.every((one, at) => fits(one, wanted[at]));
  const texts = new Set(wanted.flatMap(({ text, whole }) => [text, whole]));
  const present = new Set(held);
  const extra = held.filter((one) => !texts.has(one));
  const lacking = wanted.filter(({ text, whole }) => !present.has(text) && !present.has(whole));
  if (Math.max(extra.length, lacking.length) > MOST_CUT) return false;
  return (
    extra.every((one) => lacking.some((of) => fits(one, of))) &&
    lacking.every((of) => extra.some((one) => fits(one, of)))
  );
}

/** A text in IIM's own form, read again. */
function readable(id: FieldId, text: string): string {
  const form = field(id).iim?.form;
  return form === undefined ? text : (iimForms[form].read(text) ?? text);
}

function isSet(id: FieldId): boolean {
  return field(id).xmp?.form === 'bag';
}

function arranged(id: FieldId, value: FieldValue): FieldValue {
  return isSet(id) ? [...new Set(asList(value))].sort() : value;
}

/** Local digits are compared as far as both are given, zones only when both have one. */
export function datesAgree(a: string, b: string): boolean {
  const [one, other] = [isoParts(a), isoParts(b)];
  if (!one || !other) return a === b;
  const digits = ({ year, month, day, hours, minutes, seconds }: typeof one) => [
    year,
    month,
    day,
    hours,
    minutes,
    seconds,
  ];
  const theirs = digits(other);
  const same = digits(one).every(
    (part, i) => part === undefined || theirs[i] === undefined || part === theirs[i],
  );
  const zone = (text: string | undefined) => (text === 'Z' ? '+00:00' : text);
  return same && (!one.zone || !other.zone || zone(one.zone) === zone(other.zone));
}
