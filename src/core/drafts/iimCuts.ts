import { utf8Length } from '../bytes/text';
import { type FieldId, field } from '../catalogue/fields';
import { asList, type FieldValue } from '../catalogue/value';
import type { DraftFields } from './present';

/** A text that XMP holds whole and IIM will cut (IPTC-IIM 4.2: the length of its DataSet). */
export interface IimCut {
  readonly field: FieldId;
  readonly text: string;
  readonly bytes: number;
  readonly most: number;
  readonly pictures: number;
}

/** Texts of drafts that are longer than IIM takes, those on most pictures first. */
export function iimCuts(photos: readonly { readonly drafts: DraftFields }[], most: number): IimCut[] {
  const found = new Map<string, IimCut>();
  for (const { drafts } of photos)
    for (const [id, { value }] of Object.entries(drafts) as [FieldId, { value: FieldValue | null }][]) {
      const place = field(id).iim;
      if (!value || !place || field(id).type === 'date') continue;
      for (const text of new Set(asList(value))) {
        const bytes = utf8Length(text);
        if (bytes <= place.maxBytes) continue;
        const key = `${id}\n${text}`;
        const pictures = (found.get(key)?.pictures ?? 0) + 1;
        found.set(key, { field: id, text, bytes, most: place.maxBytes, pictures });
      }
    }
  return [...found.values()].sort((a, b) => b.pictures - a.pictures).slice(0, most);
}
