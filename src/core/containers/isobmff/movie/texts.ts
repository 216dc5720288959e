import { concat } from '../../../bytes/bytes';
import { limits } from '../../../bytes/limits';
import type { ByteSource } from '../../../bytes/source';
import { decodeUtf8, decodeUtf8Loosely, decodeUtf16, encodeUtf8, isAscii } from '../../../bytes/text';
import { ByteView } from '../../../bytes/view';
import { ByteWriter } from '../../../bytes/writer';
import type { LegacyText } from '../../container';
import { TEXT_KEYWORDS } from '../../textKeywords';
import { type Box, box, isIn } from '../boxes';

/** A text that a movie itself holds beside XMP: in its user data, or in an item list. */
export interface MovieText extends LegacyText {
  readonly box: Box;
  /** The whole box with another text; undefined where it has no room for it. */
  written(text: string): Uint8Array | undefined;
}

const { title, creator, description, copyrightNotice, dateCreated, keywords, gpsLatitude } =
  TEXT_KEYWORDS as Readonly<Record<string, string>>;
/** Items and user data that begin with the sign © (QuickTime file format, user data; common practice for item lists). */
const SIGNED: Readonly<Record<string, string | undefined>> = {
  nam: title,
  ART: creator,
  aut: creator,
  cpy: copyrightNotice,
  des: description,
  key: keywords,
  day: dateCreated,
  xyz: gpsLatitude,
};
/** Items without that sign (common practice). */
const PLAIN: Readonly<Record<string, string | undefined>> = {
  cprt: copyrightNotice,
  desc: description,
  keyw: keywords,
};
/** User data of 3GPP (TS 26.244, 8.2) and ISO/IEC 14496-12, 8.10.2: version, flags, a language and the text. */
const ASSETS: Readonly<Record<string, string | undefined>> = {
  titl: title,
  auth: creator,
  dscp: description,
  cprt: copyrightNotice,
};
/** The last part of a key (QuickTime file format, metadata keys). */
const KEYS: Readonly<Record<string, string | undefined>> = {
  title,
  displayname: title,
  author: creator,
  artist: creator,
  description,
  copyright: copyrightNotice,
  keywords,
  creationdate: dateCreated,
  'location.iso6709': gpsLatitude,
};

/** Boxes of user data and of metadata that are looked into. */
const MOST_LISTS = 8;
/** Octets of a key that may be known. */
const LONGEST_KEY = 200;

const own = (names: Readonly<Record<string, string | undefined>>, name: string) =>
  Object.hasOwn(names, name) ? names[name] : undefined;
const SIGN = '\u00a9';

/** The texts of a movie that hold the value of a field. `boxes`: those inside `moov`, in the order of the file. */
export async function movieTexts(source: ByteSource, boxes: readonly Box[]): Promise<MovieText[]> {
  const inside = (of: Box) => boxes.filter((one) => one.depth === of.depth + 1 && isIn(one, of));
  const users = boxes.filter(({ type, depth }) => type === 'udta' && depth === 1).slice(0, MOST_LISTS);
  const texts: MovieText[] = [];
  const add = async (
    item: Box,
    keyword: string | undefined,
    read: (item: Box, content: Uint8Array) => Form | undefined,
  ) => {
    if (!keyword || texts.length >= limits.legacyTexts || item.end - item.start > limits.legacyTextBytes)
      return;
    const form = read(item, await source.read(item.start, item.end - item.start));
    if (form && form.text !== '') texts.push({ keyword, box: item, ...form });
  };
  for (const user of users)
    for (const item of inside(user))
      if (item.type.startsWith(SIGN)) await add(item, own(SIGNED, item.type.slice(1)), userText);
      else await add(item, own(ASSETS, item.type), assetText);
  const metas = boxes
    .filter((one) => one.type === 'meta' && (one.depth === 1 || users.some((user) => isIn(one, user))))
    .slice(0, MOST_LISTS);
  for (const meta of metas) {
    const parts = inside(meta);
    const keys = await keyNames(
      source,
      parts.find(({ type }) => type === 'keys'),
    );
    for (const item of parts
      .filter(({ type }) => type === 'ilst')
      .slice(0, MOST_LISTS)
      .flatMap(inside))
      await add(item, keywordOfItem(item, keys), itemText);
  }
  return texts;
}

function keywordOfItem({ type }: Box, keys: readonly string[]): string | undefined {
  if (type.startsWith(SIGN)) return own(SIGNED, type.slice(1));
  const plain = own(PLAIN, type);
  if (plain) return plain;
  const index = [...type].reduce((number, letter) => number * 256 + letter.charCodeAt(0), 0);
  const name = keys[index - 1] ?? '';
  return own(KEYS, (/\.(location\.iso6709|[a-z]+)$/.exec(name.toLowerCase()) ?? ['', name])[1]!);
}

/** Names of metadata keys, in their order: the type of an item is the number of its key. */
async function keyNames(source: ByteSource, keys: Box | undefined): Promise<string[]> {
  if (!keys || keys.end - keys.start > limits.legacyTextBytes) return [];
  const view = new ByteView(await source.read(keys.start, keys.end - keys.start), 'big', 'keys');
  const names: string[] = [];
  for (let at = 8; view.has(at, 8) && names.length < limits.containerParts; ) {
    const size = view.u32(at);
    if (size < 8 || !view.has(at, size)) break;
    names.push(size > LONGEST_KEY ? '' : decodeUtf8Loosely(view.slice(at + 8, size - 8)));
    at += size;
  }
  return names;
}

type Form = Pick<MovieText, 'text' | 'written'>;

/** Languages from here on are packed letters, and their texts Unicode (QuickTime file format, language codes). */
const FIRST_PACKED = 0x400;
/** "und" in three times five bits. */
const UNDETERMINED = 0x55c4;

/** Length, language and text; texts of further languages may follow, and stay. */
function userText({ type }: Box, content: Uint8Array): Form | undefined {
  const view = new ByteView(content, 'big', type);
  if (!view.has(0, 4) || !view.has(4, view.u16(0))) return undefined;
  const [length, language] = [view.u16(0), view.u16(2)];
  const bytes = view.slice(4, length);
  // Texts of an older code stay unread where they are more than ASCII: their character set is that of a system.
  if (language < FIRST_PACKED && !isAscii(bytes)) return undefined;
  return {
    text: unicode(bytes),
    written(text) {
      const fresh = encodeUtf8(text);
      if (fresh.length > 0xffff) return undefined;
      const code = language < FIRST_PACKED && !isAscii(fresh) ? UNDETERMINED : language;
      const head = new ByteWriter('big', 4).u16(fresh.length).u16(code).done();
      return boxOf(type, head, fresh, content.subarray(4 + length));
    },
  };
}

function assetText({ type }: Box, content: Uint8Array): Form | undefined {
  const ASSET_HEAD = 6;
  if (content.length < ASSET_HEAD) return undefined;
  const bytes = content.subarray(ASSET_HEAD);
  return {
    text: unicode(bytes),
    written: (text) => boxOf(type, content.subarray(0, ASSET_HEAD), encodeUtf8(text), new Uint8Array(1)),
  };
}

/** Well-known types of values (QuickTime file format, metadata item list). */
const UTF8 = 1;
const UTF16 = 2;
const DATA_HEAD = 16;

/** The first `data` box of an item: type of the value, locale, value; others may follow, and stay. */
function itemText({ type }: Box, content: Uint8Array): Form | undefined {
  const view = new ByteView(content, 'big', type);
  if (!view.has(0, DATA_HEAD)) return undefined;
  const [size, kind] = [view.u32(0), view.u32(8)];
  if (size < DATA_HEAD || !view.has(0, size) || (kind !== UTF8 && kind !== UTF16)) return undefined;
  const bytes = view.slice(DATA_HEAD, size - DATA_HEAD);
  return {
    text: kind === UTF16 ? decodeUtf16(bytes) : unicode(bytes),
    written: (text) =>
      boxOf(
        type,
        box('data', concat([new ByteWriter('big', 4).u32(UTF8).done(), view.slice(12, 4), encodeUtf8(text)])),
        content.subarray(size),
      ),
  };
}

/** UTF-8, or UTF-16 with a byte order mark, up to a NUL. */
function unicode(bytes: Uint8Array): string {
  const text = bytes[0] === 0xfe && bytes[1] === 0xff ? decodeUtf16(bytes.subarray(2)) : decodeUtf8(bytes);
  return (text ?? '').split('\0')[0]!;
}

/** A box whose type may hold any octets. */
function boxOf(type: string, ...parts: readonly Uint8Array[]): Uint8Array {
  const whole = box('free', concat(parts));
  whole.set(
    [...type].map((letter) => letter.charCodeAt(0)),
    4,
  );
  return whole;
}
