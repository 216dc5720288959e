import path from 'node:path';
import type { FieldId } from '../../core/catalogue/fields';
import { type FieldValue, isEmpty } from '../../core/catalogue/value';
import { valuesOfRecord } from '../../core/mapping/read';
import type { FieldLookup, PlaceholderContext } from '../../core/templates/placeholders';
import { resolve } from '../../core/templates/resolve';
import { applyRule } from '../../core/templates/rules';
import type { runItems } from '../../server/db/schema';
import type { DraftOrigin, WrittenField } from '../../server/db/stored';
import type { ReadShot } from '../../server/files/readShot';
import { placeholderContext } from '../../server/operations/context';
import type { ImportRun } from './importRun';

type Item = typeof runItems.$inferSelect;
export type Written = { [K in FieldId]?: WrittenField };
const byHand: DraftOrigin = { by: 'hand' };

/** What the run writes into a picture: templates, common keywords, a starting rating; by its answer about the maker. */
export function importValues(run: ImportRun, item: Item, read: ReadShot): Written {
  const { leaveAsTheyAre, fillOnly = [], keywords, rating } = run.parameters;
  const source = item.sourcePath ?? '';
  if (leaveAsTheyAre.includes(source)) return {};
  const values = valuesOfRecord(read.record);
  const onlyEmpty = fillOnly.includes(source);
  const written = fromTemplates(run, item, read, onlyEmpty);
  const put = (id: FieldId, after: FieldValue | null) => {
    written[id] = { before: values[id] ?? null, after, origin: byHand };
  };
  const present = (id: FieldId) => written[id]?.after ?? values[id];
  if (keywords.length > 0 && !(onlyEmpty && !isEmpty(values.keywords)))
    put('keywords', applyRule('keywords', 'add', present('keywords') ?? undefined, keywords));
  if (rating && isEmpty(present('rating'))) put('rating', rating);
  return written;
}

function fromTemplates(run: ImportRun, item: Item, read: ReadShot, onlyEmpty: boolean): Written {
  const values = valuesOfRecord(read.record);
  const { changes } = resolve(run.compiled, values, importContext(run, item, read));
  const written: Written = {};
  for (const [id, { value, templateId }] of changes) {
    if (onlyEmpty && !isEmpty(values[id])) continue;
    const { name, version } = run.templates.find((one) => one.id === templateId)!;
    written[id] = {
      before: values[id] ?? null,
      after: value,
      origin: { by: 'template', templateId, name, version },
    };
  }
  return written;
}

/** What placeholders know of a picture on its way in; the running number goes on from the last run. */
export function importContext(run: ImportRun, item: Item, { main }: ReadShot): PlaceholderContext {
  const facts = {
    name: item.name,
    camera: main.picture.camera,
    pixels: main.picture.pixels,
    folder: path.basename(path.dirname(item.sourcePath ?? '')) || undefined,
    runningNumber: run.placesTaken + item.position + 1,
  };
  return placeholderContext(run.assignment, facts, run.around);
}

/** The picture's values as they will stand. */
export function valuesAfter(read: ReadShot, written: Written): FieldLookup {
  const values = valuesOfRecord(read.record);
  return (id) => (written[id] ? (written[id].after ?? undefined) : values[id]);
}
