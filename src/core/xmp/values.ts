import type { ArrayForm, XmpArray, XmpSimple, XmpValue } from './model';

/** Between XMP values and plain texts. A reader accepts every form that holds the same words. */

export function simple(text: string): XmpSimple {
  return { kind: 'simple', text };
}

/** The text of a value: of an array its first item, of a language alternative its default. */
export function textOfValue(value: XmpValue | undefined): string | undefined {
  if (!value) return undefined;
  if (value.kind === 'simple' || value.kind === 'uri') return value.text || undefined;
  if (value.kind === 'array') return value.form === 'Alt' ? defaultText(value) : textOfValue(value.items[0]);
  return undefined;
}

/** The texts of an array, or the one text. */
export function textsOfValue(value: XmpValue | undefined): string[] {
  if (!value) return [];
  if (value.kind === 'array' && value.form !== 'Alt')
    return value.items.map(textOfValue).filter((text) => text !== undefined);
  const one = textOfValue(value);
  return one === undefined ? [] : [one];
}

/** x-default, else the first item (ISO 16684-1, 8.2.2.4). */
function defaultText(value: XmpArray): string | undefined {
  const items = value.items.filter((item): item is XmpSimple => item.kind === 'simple');
  const found = items.find((item) => item.lang?.toLowerCase() === 'x-default') ?? items[0];
  return found?.text || undefined;
}

/**
 * A language alternative whose x-default is `text`. Other languages stay; one that only repeated the
 * former default changes with it (ISO 16684-1, 8.2.2.4: x-default repeats one of the items).
 */
export function withDefaultText(before: XmpValue | undefined, text: string): XmpArray {
  const items = before?.kind === 'array' && before.form === 'Alt' ? before.items : [];
  const formerDefault = items.find((item) => item.kind === 'simple' && isDefault(item));
  const others = items
    .filter((item) => !(item.kind === 'simple' && (isDefault(item) || !item.lang)))
    .map((item) =>
      item.kind === 'simple' && formerDefault?.kind === 'simple' && item.text === formerDefault.text
        ? { ...item, text }
        : item,
    );
  const first: XmpSimple = {
    ...(formerDefault?.kind === 'simple' ? formerDefault : {}),
    kind: 'simple',
    text,
    lang: 'x-default',
  };
  return { ...qualifiersOf(before), kind: 'array', form: 'Alt', items: [first, ...others] };
}

/** Qualifiers of a whole array stay when its items change. */
export function qualifiersOf(before: XmpValue | undefined): Pick<XmpValue, 'qualifiers'> {
  return before?.qualifiers ? { qualifiers: before.qualifiers } : {};
}

function isDefault(item: XmpSimple): boolean {
  return item.lang?.toLowerCase() === 'x-default';
}

/** An array of texts; items that stay keep their qualifiers. */
export function arrayOf(form: ArrayForm, texts: readonly string[], before: XmpValue | undefined): XmpArray {
  const old = before?.kind === 'array' ? [...before.items] : [];
  const items = texts.map((text): XmpValue => {
    const at = old.findIndex((item) => textOfValue(item) === text);
    return at === -1 ? simple(text) : (old.splice(at, 1)[0] ?? simple(text));
  });
  return { ...qualifiersOf(before), kind: 'array', form, items };
}

/** The items of a language alternative beside x-default. */
export function otherLanguages(value: XmpValue | undefined): { language: string; text: string }[] {
  if (value?.kind !== 'array' || value.form !== 'Alt') return [];
  return value.items.flatMap((item) =>
    item.kind === 'simple' && item.lang && !isDefault(item) && item.text !== ''
      ? [{ language: item.lang, text: item.text }]
      : [],
  );
}

/** A language alternative with these beside its default. */
export function withOtherLanguages(
  before: XmpValue | undefined,
  wanted: readonly { readonly [member: string]: unknown }[],
): XmpArray | undefined {
  const items = before?.kind === 'array' && before.form === 'Alt' ? before.items : [];
  const plain =
    before && before.kind !== 'array' ? [{ ...simple(textOfValue(before) ?? ''), lang: 'x-default' }] : [];
  const kept = [...plain, ...items].filter(
    (item) => item.kind === 'simple' && (isDefault(item) || !item.lang),
  );
  const others = wanted.map(({ language, text }): XmpSimple => {
    const lang = String(language);
    const held = items.find((item) => item.kind === 'simple' && item.lang === lang);
    return { ...(held?.kind === 'simple' ? held : {}), kind: 'simple', text: String(text), lang };
  });
  return kept.length + others.length === 0
    ? undefined
    : { ...qualifiersOf(before), kind: 'array', form: 'Alt', items: [...kept, ...others] };
}
