import { FormatError } from '../../../core/problems/problem';
import { entriesAsXmp, hasXmpForm } from '../../../core/templates/asXmp';
import { withIdentitiesWritten } from '../../../core/templates/identity';
import type { Values } from '../../../core/templates/resolution';
import type { Entry } from '../../../core/templates/template';
import type { Context } from '../../context';
import { failure } from '../../problems/errors';
import { problemWords } from '../../problems/words';
import { outside } from '../../readers/readers';
import { TEMPLATE_FILE_VERSION, TemplateFileError } from '../../templates/templateFile';
import { installationContext } from '../identities/identities';
import { beginTemplate } from './templateDrafts';
import { type ListedTemplate, readTemplate } from './templates';

/** A template begun from a JSON file, or the values of an XMP file, of which a person chooses. */
export type FromFile =
  | { readonly template: ListedTemplate }
  | { readonly name: string; readonly values: Values };

/** Reads a template file: it is saved when a person has looked at it. */
export async function templateFromFile(
  context: Context,
  bytes: Uint8Array,
  fileName: string,
): Promise<FromFile> {
  const name = fileName.slice(0, 200).replace(/\.[^.]*$/, '') || 'from a file';
  try {
    const read = await outside('readTemplateFile', undefined, bytes, name);
    if (!('template' in read)) return read;
    const { name: own, kind, entries } = read.template;
    return { template: await beginTemplate(context, { name: own, kind, entries }) };
  } catch (error) {
    if (error instanceof TemplateFileError)
      throw failure('not-a-template', { name, why: `${error.message}.` });
    if (error instanceof FormatError)
      throw failure('not-a-template', { name, why: problemWords(error.problem) });
    throw error;
  }
}

/** A file to be saved by a browser. */
export interface FileText {
  readonly text: string;
  readonly name: string;
  readonly mediaType: string;
}

/** The kept version as a file. JSON holds everything; XMP the fixed values only. */
export async function templateAsFile(
  context: Context,
  id: string,
  as: 'json' | 'xmp',
  detailsWritten: boolean,
): Promise<FileText> {
  const { name, kind, entries, version } = await readTemplate(context, id);
  if (version === 0) throw failure('template-unsaved', { done: 'exported' });
  const { identities } = await installationContext(context);
  const written =
    detailsWritten || as === 'xmp' ? entries.map((entry) => textsWritten(entry, identities)) : entries;
  if (as === 'json') {
    const file = { fabrica: 'template', version: TEMPLATE_FILE_VERSION, name, kind, entries: written };
    return {
      text: `${JSON.stringify(file, null, 2)}\n`,
      name: `${name}.json`,
      mediaType: 'application/json',
    };
  }
  const packet = written.some(hasXmpForm) ? entriesAsXmp(written) : undefined;
  if (!packet) throw failure('nothing-for-xmp');
  return { text: new TextDecoder().decode(packet), name: `${name}.xmp`, mediaType: 'application/rdf+xml' };
}

function textsWritten(entry: Entry, identities: Parameters<typeof withIdentitiesWritten>[1]): Entry {
  return { ...entry, texts: entry.texts.map((text) => withIdentitiesWritten(text, identities)) };
}
