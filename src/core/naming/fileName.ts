import { cutUtf8, utf8Length } from '../bytes/text';

/** Bytes of a file name on every file system in use (POSIX NAME_MAX; NTFS and exFAT count 255 characters). */
export const NAME_BYTES = 255;
/** Left free behind a name for "-9999". */
const NUMBER_BYTES = 5;

/** Names of devices that Windows keeps, whatever their extension ("Naming Files, Paths, and Namespaces"). */
const RESERVED = /^(con|prn|aux|nul|com[0-9¹²³]|lpt[0-9¹²³])(\..*)?$/i;
/** Signs that a file system refuses or a shell takes for something, control signs, and those that turn a text around. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for.
const REFUSED = /[\\/:*?"<>|\u0000-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]+/g;

/** Bytes that a name may have in front of its extension. */
export const roomFor = (extension: string): number => NAME_BYTES - NUMBER_BYTES - utf8Length(extension);

/**
 * A text as one part of a path that every file system takes: NFC, nothing refused, no blank or point at its
 * ends, no reserved word, short enough to carry `extension` and a number. Applied again it changes nothing.
 */
export function safeName(text: string, extension = ''): string {
  const plain = tidy(
    text
      .replace(/\p{Surrogate}/gu, '-')
      .normalize('NFC')
      .replace(REFUSED, '-')
      .replace(/\s+/g, ' '),
  );
  const cut = tidy(cutUtf8(plain, roomFor(extension)));
  const named = cut === '' ? '_' : cut;
  return RESERVED.test(named) ? `_${named}` : named;
}

/** Without blanks and points at both ends. */
function tidy(part: string): string {
  let [start, end] = [0, part.length];
  while (start < end && /[\s.]/.test(part[start]!)) start++;
  while (end > start && /[\s.]/.test(part[end - 1]!)) end--;
  return part.slice(start, end);
}

/** Parts of a folder's path, each a safe name; empty ones and those that climb are left out. */
export function safeFolder(text: string): string {
  return text
    .split('/')
    .map((part) => part.trim())
    .filter((part) => part !== '' && !/^\.+$/.test(part))
    .map((part) => safeName(part))
    .join('/');
}

/** What two names have in common that some file system takes for the same: case and Unicode form. */
export function nameKey(name: string): string {
  return name.normalize('NFC').toLowerCase().normalize('NFC');
}
