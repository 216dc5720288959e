import { cutUtf8 } from '../../core/bytes/text';
import { type FieldId, field, fieldIds } from '../../core/catalogue/fields';
import { asList, asText, sameValue } from '../../core/catalogue/value';
import type { EmbedPlan } from '../../core/embed/planEmbed';

/** What a reader that is not ours should find of one field. */
export interface Expected {
  readonly field: FieldId;
  /** Names of the XMP property, and of its member in a structure. */
  readonly xmp:
    | { readonly name: string; readonly member?: string; readonly texts: readonly string[] }
    | undefined;
  /** Number of the DataSet, with its record in front: 2:80 is 592. */
  readonly iim: { readonly id: number; readonly texts: readonly string[] } | undefined;
}

const texts = ['text', 'multiline', 'list', 'uri'];
const forms = ['simple', 'uri', 'lang-alt', 'bag', 'seq', 'struct'];

/** Local names that several properties share: a reader that keeps one of them says nothing for sure. */
const shared = new Set(
  fieldIds
    .flatMap((id) => field(id).xmp ?? [])
    .filter((xmp, at, all) =>
      all.some((other, n) => n !== at && other.name === xmp.name && other.ns !== xmp.ns),
    )
    .map((xmp) => xmp.name),
);

/** The fields that a plan changes and another reader can be asked for, and how many it changes in all. */
export function expectedOf({ before, after }: Pick<EmbedPlan, 'before' | 'after'>): {
  readonly expected: readonly Expected[];
  readonly changed: number;
} {
  const changed = fieldIds.filter((id) => !sameValue(before.fields[id]?.value, after.fields[id]?.value));
  const expected = changed.flatMap((id): Expected[] => {
    const { xmp, iim, type } = field(id);
    if (!xmp || !texts.includes(type) || !forms.includes(xmp.form) || shared.has(xmp.name)) return [];
    const value = after.fields[id]?.value;
    const all = type === 'list' ? asList(value) : value === undefined ? [] : [asText(value)];
    return [
      {
        field: id,
        xmp: { name: xmp.name, texts: all, ...(xmp.member ? { member: xmp.member.name } : {}) },
        iim:
          iim && !iim.form && (type !== 'list' || iim.repeatable)
            ? {
                id: iim.record * 256 + iim.dataset,
                texts: all.map((text) => cutUtf8(text, iim.maxBytes)),
              }
            : undefined,
      },
    ];
  });
  return { expected, changed: changed.length };
}
