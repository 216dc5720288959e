import { formatsTable } from '../src/core/containers/formatsTable';
import { knownKinds } from '../src/core/containers/registry';

import { dataModel } from './dataModel';

/** Tables in documents that are made from the code, by the name in their mark. */
export const tables: Readonly<Record<string, { readonly file: string; readonly make: () => string }>> = {
  dataModel: { file: 'docs/DATA_MODEL.md', make: dataModel },
  formats: { file: 'docs/FORMATS.md', make: () => formatsTable(knownKinds) },
};

/** A document with its tables as the code has them now. */
export function withTables(text: string): string {
  return text.replace(
    /(<!-- table:(\w+),[^>]*-->\n)[\s\S]*?(<!-- \/table -->)/g,
    (_, begin: string, name: string, end: string) => `${begin}${tables[name]!.make()}\n${end}`,
  );
}
