import { cutUtf8, utf8Length } from '../bytes/text';
import { placeholderKey } from '../templates/grammar';
import {
  type CompiledText,
  compileText,
  evaluate,
  type FieldLookup,
  type PlaceholderContext,
} from '../templates/placeholders';
import { roomFor, safeFolder, safeName } from './fileName';
import { endingOf, type Shot, stemOf } from './shots';

/** How files are named: both are texts with the placeholders of templates. Empty: as the file is called. */
export interface NamePattern {
  readonly name: string;
  /** Folders below the working folder, parted by "/". */
  readonly folder: string;
}

export interface CompiledPattern {
  readonly name: CompiledText | undefined;
  readonly folder: CompiledText | undefined;
}

/** The patterns of names and folders, ready to be used for many pictures. */
export function compilePattern({ name, folder }: NamePattern): CompiledPattern {
  return {
    name: name.trim() === '' ? undefined : compileText(name),
    folder: folder.trim() === '' ? undefined : compileText(folder),
  };
}

export interface NamedShot {
  /** Below the working folder; '' is itself. */
  readonly folder: string;
  readonly shot: Shot;
  /** Placeholders without a value; the file then keeps its name, or stays in the folder above. */
  readonly missing: readonly string[];
}

/** Where a photo goes and what its files are called there: all alike, each with its own extension. */
export function namedShot(
  pattern: CompiledPattern,
  shot: Shot,
  context: PlaceholderContext,
  fields: FieldLookup,
): NamedShot {
  const evaluated = (text: CompiledText | undefined) =>
    text ? evaluate(slashesFree(text), context, fields) : { text: '', missing: [] };
  const folder = evaluated(pattern.folder);
  const room = roomFor(longestEnding(shot));
  const fits = (most: number) =>
    utf8Length(evaluated(pattern.name && cutParts(pattern.name, most)).text) <= room;
  const name = evaluated(
    pattern.name && (fits(room) ? pattern.name : cutParts(pattern.name, longest(fits, room))),
  );
  const renames = pattern.name !== undefined && name.missing.length === 0 && name.text.trim() !== '';
  return {
    folder: folder.missing.length === 0 ? safeFolder(folder.text) : '',
    shot: renames ? renamed(shot, name.text) : shot,
    missing: [...name.missing, ...folder.missing],
  };
}

/** The most bytes a part may have so that all of them fit. */
function longest(fits: (most: number) => boolean, room: number): number {
  let [low, high] = [0, room];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (fits(middle)) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Texts and values cut to so many bytes; a running number stays whole, for it tells the files apart. */
function cutParts(text: CompiledText, most: number): CompiledText {
  const parts = text.parts.map((part): CompiledText['parts'][number] => {
    if (typeof part === 'string') return cutUtf8(part, most);
    if ('phrase' in part) return { phrase: cutParts({ ...text, parts: part.phrase }, most).parts };
    if (placeholderKey(part.name) === 'running number') return part;
    const cut = (value: string | undefined) => value && cutUtf8(value, most).trimEnd();
    return {
      ...part,
      value: (context, fields) => cut(part.value(context, fields)),
      fallback: cut(part.fallback),
    };
  });
  const { constant: _, ...rest } = text;
  return { ...rest, parts };
}

/** A value may hold "/" (a web address, "12/14"): only the pattern's own slashes part folders. */
function slashesFree(text: CompiledText): CompiledText {
  const parts = text.parts.map((part): CompiledText['parts'][number] => {
    if (typeof part === 'string') return part;
    if ('phrase' in part) return { phrase: slashesFree({ ...text, parts: part.phrase }).parts };
    return { ...part, value: (context, fields) => part.value(context, fields)?.replaceAll('/', '-') };
  });
  return { ...text, parts };
}

function endingsOf(shot: Shot) {
  return {
    main: endingOf(shot.main),
    raw: endingOf(shot.raw),
    sidecar: sidecarEnding(shot, shot.sidecar),
    otherSidecar: sidecarEnding(shot, shot.otherSidecar),
  };
}

const longestEnding = (shot: Shot): string =>
  Object.values(endingsOf(shot)).reduce((a, b) => (a.length >= b.length ? a : b));

function renamed(shot: Shot, wanted: string): Shot {
  const endings = endingsOf(shot);
  const stem = safeName(wanted, longestEnding(shot));
  return {
    ...shot,
    main: stem + endings.main,
    ...(shot.raw ? { raw: stem + endings.raw } : {}),
    ...(shot.sidecar ? { sidecar: stem + endings.sidecar } : {}),
    ...(shot.otherSidecar ? { otherSidecar: stem + endings.otherSidecar } : {}),
  };
}

/** ".xmp", or ".raw.xmp" where the sidecar carries the whole name of its file. */
function sidecarEnding({ main, raw }: Shot, sidecar: string | undefined): string {
  if (sidecar === undefined) return '';
  const owner = [raw, main].find((name) => name && stemOf(sidecar).toLowerCase() === name.toLowerCase());
  return owner ? `${endingOf(owner)}.xmp` : endingOf(sidecar);
}
