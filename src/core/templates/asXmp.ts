import { type FieldId, isList } from '../catalogue/fields';
import type { FieldValue } from '../catalogue/value';
import { decodeBlocks } from '../mapping/models';
import { writeFields } from '../mapping/write';
import { encodeXmp } from '../xmp/packet';
import { allTexts } from './health/entries';
import { placeholdersIn } from './placeholders';
import type { Entry } from './template';

/** Entries that XMP can hold: fixed values that are written. Placeholders, erasing and taking away are no values. */
export function hasXmpForm(entry: Entry): boolean {
  const says = entry.texts.length > 0 || (entry.structures?.length ?? 0) > 0;
  return (
    says &&
    entry.rule !== 'erase' &&
    entry.rule !== 'remove' &&
    allTexts(entry).every((text) => placeholdersIn(text).length === 0)
  );
}

/** The fixed values of a template as an XMP packet, for other programs. Bytes of UTF-8. */
export function entriesAsXmp(entries: readonly Entry[]): Uint8Array | undefined {
  const wanted = new Map<FieldId, FieldValue>(
    entries
      .filter(hasXmpForm)
      .map((one) => [one.field, one.structures ?? (isList(one.field) ? one.texts : one.texts[0]!)]),
  );
  const { models } = writeFields(decodeBlocks({}), wanted, { carriesIim: false, carriesResources: false });
  return models.xmp && encodeXmp(models.xmp);
}
