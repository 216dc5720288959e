import type { FieldId } from '../../../../core/catalogue/fields';
import { withImplied } from '../../../../core/mapping/implied';
import { valuesOfRecord } from '../../../../core/mapping/read';
import { valuesComing } from '../../../../core/templates/incoming';
import type { FieldLookup, PlaceholderContext } from '../../../../core/templates/placeholders';
import type { runItems } from '../../../db/schema/runs';
import type { DraftOrigin } from '../../../db/stored/drafts';
import type { WrittenField } from '../../../db/stored/runs';
import type { ReadShot } from '../../../files/readShot';
import { incomingContext } from '../../../operations/templates/placeholderContext';
import type { ImportRun } from './importRun';

type Item = typeof runItems.$inferSelect;
export type Written = { [K in FieldId]?: WrittenField };

/** What the run writes into a picture, with what was there and where it comes from; by its answer about the maker. */
export function importValues(run: ImportRun, item: Item, read: ReadShot): Written {
  const { keywords, rating } = run.parameters;
  const source = item.sourcePath ?? '';
  const values = valuesOfRecord(read.record);
  const changes = valuesComing(run.compiled, values, importContext(run, item, read), {
    leave: run.leave.has(source),
    onlyEmpty: run.fillOnly.has(source),
    keywords,
    rating,
  });
  const wanted = new Map([...changes].map(([id, { value }]) => [id, value]));
  const written: Written = {};
  for (const [id, value] of withImplied(wanted, (one) => values[one])) {
    const origin = originOf(run, changes.get(id)?.templateId);
    written[id] = { before: values[id] ?? null, after: value, origin };
  }
  return written;
}

function originOf({ templates }: ImportRun, templateId: string | undefined): DraftOrigin {
  const template = templates.find((one) => one.id === templateId);
  if (!template) return { by: 'hand' };
  return { by: 'template', templateId: template.id, name: template.name, version: template.version };
}

/** What placeholders know of a picture that a run brings in. */
export function importContext(run: ImportRun, item: Item, { main }: ReadShot): PlaceholderContext {
  const picture = {
    relativePath: item.sourcePath ?? item.name,
    position: item.position,
    camera: main.picture.camera,
    pixels: main.picture.pixels,
  };
  return incomingContext(run.assignment, picture, run.installation, run.lastPosition);
}

/** The picture's values as they will be. */
export function valuesAfter(read: ReadShot, written: Written): FieldLookup {
  const values = valuesOfRecord(read.record);
  return (id) => (written[id] ? (written[id].after ?? undefined) : values[id]);
}
