import {
  type CompiledText,
  compileText,
  evaluate,
  type FieldLookup,
  type PlaceholderContext,
} from '../templates/placeholders';
import { safeFolder, safeName } from './fileName';
import { type Shot, stemOf } from './shots';

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
  const said = (text: CompiledText | undefined) =>
    text ? evaluate(slashesFree(text), context, fields) : { text: '', missing: [] };
  const name = said(pattern.name);
  const folder = said(pattern.folder);
  const renames = pattern.name !== undefined && name.missing.length === 0 && name.text.trim() !== '';
  return {
    folder: folder.missing.length === 0 ? safeFolder(folder.text) : '',
    shot: renames ? renamed(shot, name.text) : shot,
    missing: [...name.missing, ...folder.missing],
  };
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

function renamed(shot: Shot, wanted: string): Shot {
  const endings = {
    main: endingOf(shot.main),
    raw: endingOf(shot.raw),
    sidecar: sidecarEnding(shot, shot.sidecar),
    otherSidecar: sidecarEnding(shot, shot.otherSidecar),
  };
  const longest = Object.values(endings).reduce((a, b) => (a.length >= b.length ? a : b));
  const stem = safeName(wanted, longest);
  return {
    ...shot,
    main: stem + endings.main,
    ...(shot.raw ? { raw: stem + endings.raw } : {}),
    ...(shot.sidecar ? { sidecar: stem + endings.sidecar } : {}),
    ...(shot.otherSidecar ? { otherSidecar: stem + endings.otherSidecar } : {}),
  };
}

function endingOf(name: string | undefined): string {
  return name === undefined ? '' : name.slice(stemOf(name).length);
}

/** ".xmp", or ".raw.xmp" where the sidecar carries the whole name of its file. */
function sidecarEnding({ main, raw }: Shot, sidecar: string | undefined): string {
  if (sidecar === undefined) return '';
  const owner = [raw, main].find((name) => name && stemOf(sidecar).toLowerCase() === name.toLowerCase());
  return owner ? `${endingOf(owner)}.xmp` : endingOf(sidecar);
}
