import { ascii, concat, startsWith } from '../../bytes/bytes';
import { deflate } from '../../bytes/inflate';
import { namespaces } from '../../catalogue/namespaces';
import { attempt, FormatError } from '../../problems/problem';
import { property, withProperty } from '../../xmp/model';
import { decodeXmp, encodeXmp } from '../../xmp/packet';
import { pngChunk } from './textChunk';

/*
 * Raw profiles: how programs kept Exif, IIM and XMP in PNG before it had chunks for them (common practice):
 * a text chunk whose text is a name, a count of octets, and hexadecimal digits over lines.
 */
export type ProfileBlock = 'exif' | 'xmp' | 'iim' | 'photoshop';

const PROFILE = /^Raw profile type (\w{1,20})$/;
const KNOWN = ['exif', 'app1', 'xmp', 'iptc', '8bim'];
const HEX_LINE = 72;
const EXIF_MARK = ascii('Exif\0\0');
const XMP_MARK = ascii('http://ns.adobe.com/xap/1.0/\0');
const RESOURCES_MARK = ascii('Photoshop 3.0\0');
/** With which IIM begins; image resources begin with a signature. */
const TAG_MARKER = 0x1c;

/** The name of a profile that holds metadata. */
export function profileName(keyword: string | undefined): string | undefined {
  const name = keyword === undefined ? undefined : PROFILE.exec(keyword)?.[1]?.toLowerCase();
  return name !== undefined && KNOWN.includes(name) ? name : undefined;
}

/** The block that a profile holds, with the mark that is in front of it. Throws where it is broken. */
export function readProfile(
  name: string,
  text: Uint8Array,
): { block: ProfileBlock; mark: Uint8Array; bytes: Uint8Array } {
  const whole = decodeProfile(text);
  const mark =
    [EXIF_MARK, XMP_MARK, RESOURCES_MARK].find((one) => startsWith(whole, one)) ?? new Uint8Array(0);
  const bytes = whole.subarray(mark.length);
  if (name === 'xmp' || mark === XMP_MARK) return { block: 'xmp', mark, bytes };
  if (name === 'exif' || name === 'app1') return { block: 'exif', mark, bytes };
  return { block: bytes[0] === TAG_MARKER ? 'iim' : 'photoshop', mark, bytes };
}

/** Of which block a profile that could not be read would be. */
export function blockOfProfile(name: string): ProfileBlock {
  return name === 'xmp' ? 'xmp' : name === 'iptc' || name === '8bim' ? 'photoshop' : 'exif';
}

function decodeProfile(text: Uint8Array): Uint8Array {
  let at = 0;
  const isBlank = () => at < text.length && text[at]! <= 0x20;
  const word = () => {
    while (isBlank()) at++;
    const start = at;
    while (at < text.length && text[at]! > 0x20) at++;
    return text.subarray(start, at);
  };
  word();
  const stated = String.fromCharCode(...word().subarray(0, 12));
  const count = /^\d{1,10}$/.test(stated) ? Number(stated) : -1;
  if (count < 0 || count * 2 > text.length - at) throw new FormatError('structure-broken', 'raw profile');
  const bytes = new Uint8Array(count);
  for (let i = 0; i < count * 2; i++) {
    while (isBlank()) at++;
    const digit = digitOf(text[at++]);
    if (digit === undefined) throw new FormatError('structure-broken', 'raw profile', { offset: at });
    bytes[i >> 1] = (bytes[i >> 1]! << 4) | digit;
  }
  return bytes;
}

function digitOf(code: number | undefined): number | undefined {
  if (code === undefined) return undefined;
  if (code >= 0x30 && code <= 0x39) return code - 0x30;
  const letter = code | 0x20;
  return letter >= 0x61 && letter <= 0x66 ? letter - 0x57 : undefined;
}

/** The chunk of a profile, its keyword and its mark as they were. */
export function profileChunk(keyword: string, mark: Uint8Array, block: Uint8Array): Uint8Array {
  const bytes = concat([mark, block]);
  const name = PROFILE.exec(keyword)?.[1] ?? 'iptc';
  const digits = Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
  const lines: string[] = [];
  for (let start = 0; start < digits.length; start += HEX_LINE)
    lines.push(digits.slice(start, start + HEX_LINE));
  const text = ascii(`\n${name}\n${String(bytes.length).padStart(8)}\n${lines.join('\n')}\n`);
  return pngChunk('zTXt', concat([ascii(`${keyword}\0`), new Uint8Array(1), deflate(text)]));
}

/** Properties by which some readers turn, scale or tint a picture. */
const DISPLAY = [
  ...(['Orientation', 'XResolution', 'YResolution', 'ResolutionUnit'] as const).map(
    (name) => ['tiff', name] as const,
  ),
  ['exif', 'ColorSpace'] as const,
];

/**
 * A packet that comes out of a raw profile, which viewers do not look into, without what would now change how
 * the picture is shown.
 */
export function withoutDisplay(packet: Uint8Array): Uint8Array {
  const read = attempt(() => decodeXmp(packet));
  if ('problem' in read) return packet;
  const bare = DISPLAY.reduce(
    (model, [ns, name]) =>
      property(model, namespaces[ns], name) ? withProperty(model, namespaces[ns], name, undefined) : model,
    read.value,
  );
  return bare === read.value ? packet : (encodeXmp(bare) ?? packet);
}
