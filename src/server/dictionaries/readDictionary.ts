import type { DictionaryName } from '../../core/captions/dictionaries';

/** A dictionary in the form of Hunspell: affix rules and words. */
export interface DictionaryText {
  readonly aff: string;
  readonly dic: string;
}

const packages: Readonly<
  Record<DictionaryName, () => Promise<{ default: { aff: Uint8Array; dic: Uint8Array } }>>
> = {
  en: () => import('dictionary-en'),
  'en-GB': () => import('dictionary-en-gb'),
};

/** Reads a dictionary of the packages that came with Fabrica. */
export async function readDictionary(name: DictionaryName): Promise<DictionaryText> {
  const { aff, dic } = (await packages[name]()).default;
  const text = new TextDecoder();
  return { aff: text.decode(aff), dic: text.decode(dic) };
}
