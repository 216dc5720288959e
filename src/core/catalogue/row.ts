import type { Prefix } from './namespaces';
import type { StructureId } from './structures';
import type { TextForm } from './textForm';

/** The questions of the template book, in its order. */
export const questions = {
  made: 'Who made it?',
  owned: 'Who owns it, on what terms?',
  reached: 'How are they reached?',
  shows: 'What does it show?',
  words: 'In which words?',
  where: 'Where and when?',
  whom: 'For whom?',
} as const;
export type QuestionId = keyof typeof questions;

/** How a field is typed and kept: decides the editor, the rules and the codecs' conversions. */
export type ValueType =
  | 'text'
  | 'multiline'
  | 'list'
  | 'date'
  | 'choice'
  | 'uri'
  | 'rating'
  | 'number'
  /** Decimal degrees, north and east positive, as text. */
  | 'coordinate'
  | 'structures';

/**
 * The form of an XMP property: 'simple' text, 'uri' (rdf:resource), a language alternative (its
 * x-default), the other languages of one, an ordered or unordered array of texts, a member of one structure, a member of each structure
 * of an array, an array of whole structures, or a structure whose one member is such an array.
 */
export interface XmpPlace {
  readonly ns: Prefix;
  readonly name: string;
  readonly form:
    | 'simple'
    | 'uri'
    | 'lang-alt'
    | 'lang-alt-others'
    | 'bag'
    | 'seq'
    | 'struct'
    | 'seq-of-struct'
    | 'bag-of-structs'
    | 'seq-of-structs'
    | 'struct-with-structs';
  readonly member?: { readonly ns: Prefix; readonly name: string };
}

/** A DataSet of IIM 4; `maxBytes` counts the bytes of the encoded value. */
export interface IimPlace {
  readonly record: number;
  readonly dataset: number;
  readonly maxBytes: number;
  readonly repeatable: boolean;
  /** A date is split over two DataSets; the second holds the time. */
  readonly time?: number;
  /** A text that IIM writes in a form of its own: mapping/iimForms.ts. */
  readonly form?: 'subject-reference' | 'attribute-reference' | 'country-code';
}

export interface ExifPlace {
  readonly ifd: 'IFD0' | 'Exif' | 'GPS';
  readonly tag: number;
  readonly name: string;
}

export interface FieldRow {
  /** To the letter of the standard. */
  readonly standardName: string;
  /** What the interface calls it, where the standard's name carries an addition such as "(legacy)". */
  readonly label?: string;
  /** Further names by which it is found: former editions, other spellings. */
  readonly otherNames?: readonly string[];
  readonly question: QuestionId;
  readonly help: string;
  readonly example: string;
  readonly readers: string;
  readonly need: 'few' | 'usual' | 'all';
  /** Standing: the same on every picture. Individual: belongs to the single picture. */
  readonly nature: 'standing' | 'individual';
  readonly type: ValueType;
  /** The closed vocabulary, by code. Of a list: of each item. */
  readonly choices?: Readonly<Record<string, string>>;
  /** Codes of former editions: read and kept, no longer offered. */
  readonly retired?: Readonly<Record<string, string>>;
  /** What each text must be, where the type does not say it. */
  readonly textForm?: TextForm;
  /** Items that a list may hold by the standard. */
  readonly mostItems?: number;
  /** Read and shown, and kept when others are written; never written itself. */
  readonly shownOnly?: true;
  /** Of the items of a field of type 'structures'. */
  readonly structure?: StructureId;
  readonly xmp?: XmpPlace;
  readonly iim?: IimPlace;
  readonly exif?: ExifPlace;
  /** Image resource that is a further voice of the field. */
  readonly resource?: number;
  /** Edition and section of the IPTC Photo Metadata Standard, or of the standard named. */
  readonly section: string;
}
