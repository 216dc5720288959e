import { utf8Length } from '@/core/bytes/text';
import { type FieldId, field, isList } from '@/core/catalogue/fields';
import { asList, asText, type FieldValue } from '@/core/catalogue/value';
import { joinList, separatorsOf, splitList } from '@/core/keywords/listText';
import { uniqueTerms } from '@/core/keywords/parse';

/** A value as it is typed: a list in one line, everything else as it is. Not for structures. */
export function typedOf(id: FieldId, value: FieldValue | null | undefined): string {
  return isList(id) ? joinList(asList(value), separatorsOf(id === 'keywords')) : asText(value);
}

/** What was typed as the value of a field; null where nothing is left. */
export function valueFrom(id: FieldId, typed: string): FieldValue | null {
  if (!isList(id)) return typed.trim() === '' ? null : typed;
  const items = splitList(typed, separatorsOf(id === 'keywords'));
  const kept = id === 'keywords' ? uniqueTerms(items) : items;
  return kept.length > 0 ? kept : null;
}

export interface ByteUse {
  readonly bytes: number;
  readonly most: number;
  /** What an older program sees, and what is cut off for it; undefined where all of it fits. */
  readonly cut?: { readonly kept: string; readonly lost: string };
}

/** How much of what IIM takes a text uses; undefined where IIM has no place for the field, or it is a list. */
export function byteUse(id: FieldId, text: string): ByteUse | undefined {
  const { iim } = field(id);
  // A date is split over two DataSets, other texts have a form of their own there.
  if (!iim || iim.time !== undefined || iim.form || isList(id)) return undefined;
  const most = iim.maxBytes;
  const bytes = utf8Length(text);
  if (bytes <= most) return { bytes, most };
  const kept = cutToBytes(text, most);
  return { bytes, most, cut: { kept, lost: text.slice(kept.length) } };
}

/** As many whole characters as fit (IIM 4.2 counts bytes; a character is never halved). */
function cutToBytes(text: string, most: number): string {
  let bytes = 0;
  let end = 0;
  for (const sign of text) {
    bytes += utf8Length(sign);
    if (bytes > most) break;
    end += sign.length;
  }
  return text.slice(0, end);
}
