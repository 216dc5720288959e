import { FormatError } from '../../../core/problems/problem';
import { entriesAsXmp, hasXmpForm } from '../../../core/templates/asXmp';
import { withIdentitiesWritten } from '../../../core/templates/identity';
import type { Values } from '../../../core/templates/resolution';
import type { Entry } from '../../../core/templates/template';
import type { Database, Queries } from '../../db/client';
import { boundedBytes } from '../../http/body';
import { OperationError } from '../../problems/operationError';
import { problemWords } from '../../problems/words';
import { readTemplateFile, TEMPLATE_FILE_VERSION, TemplateFileError } from '../../templates/templateFile';
import { surroundings } from '../identities/identities';
import { beginTemplate } from './templateDrafts';
import { type ListedTemplate, readTemplate } from './templates';

/** A template begun from a JSON file, or the values of an XMP file, of which a person chooses. */
export type FromFile =
  | { readonly template: ListedTemplate }
  | { readonly name: string; readonly values: Values };

/** Reads a template file: it is saved when a person has looked at it. */
export async function templateFromFile(db: Database, request: Request, fileName: string): Promise<FromFile> {
  const name = fileName.slice(0, 200).replace(/\.[^.]*$/, '') || 'from a file';
  const bytes = await boundedBytes(request);
  try {
    const read = await readTemplateFile(bytes, name);
    if (!('template' in read)) return read;
    const { name: own, kind, entries } = read.template;
    return { template: await beginTemplate(db, { name: own, kind, entries }) };
  } catch (error) {
    if (error instanceof TemplateFileError)
      throw new OperationError(`“${name}” cannot be used as a template: ${error.message}.`);
    if (error instanceof FormatError)
      throw new OperationError(`“${name}” cannot be used as a template. ${problemWords(error.problem)}`);
    throw error;
  }
}

/** The kept version as a file. JSON holds everything; XMP the fixed values only. */
export async function templateAsFile(
  db: Queries,
  id: string,
  as: 'json' | 'xmp',
  detailsWritten: boolean,
): Promise<Response> {
  const { name, kind, entries, version } = await readTemplate(db, id);
  if (version === 0) throw new OperationError('Save the template first; then it can be exported.');
  const { identities } = await surroundings(db);
  const written =
    detailsWritten || as === 'xmp' ? entries.map((entry) => textsWritten(entry, identities)) : entries;
  if (as === 'json') {
    const file = { fabrica: 'template', version: TEMPLATE_FILE_VERSION, name, kind, entries: written };
    return download(`${JSON.stringify(file, null, 2)}\n`, `${name}.json`, 'application/json');
  }
  const packet = written.some(hasXmpForm) ? entriesAsXmp(written) : undefined;
  if (!packet)
    throw new OperationError(
      'Every line of this template is computed for each picture: XMP can hold none of it.',
    );
  return download(new TextDecoder().decode(packet), `${name}.xmp`, 'application/rdf+xml');
}

function textsWritten(entry: Entry, identities: Parameters<typeof withIdentitiesWritten>[1]): Entry {
  return { ...entry, texts: entry.texts.map((text) => withIdentitiesWritten(text, identities)) };
}

function download(text: string, name: string, type: string): Response {
  const plain = name.replace(/[^\x20-\x7e]|["\\/]/g, '_');
  return new Response(text, {
    headers: {
      'content-type': `${type}; charset=utf-8`,
      'content-disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
      'x-content-type-options': 'nosniff',
    },
  });
}
