import { type FieldId, fieldIds } from '../catalogue/fields';
import { voicesAgree } from '../mapping/agree';
import type { FieldReading, PhotoRecord } from '../mapping/read';
import type { Voice } from '../mapping/voices';
import { type Problem, problem } from '../problems/problem';

/** The record of one file of a photo. */
export interface PartRecord {
  readonly role: 'picture' | 'sidecar' | 'raw';
  readonly record: PhotoRecord;
}

/**
 * One record of a photo of several files. The first file that speaks of a field gives its value: the
 * picture, then the sidecar, then the raw file. Where files say different things, a problem tells it.
 */
export function combineRecords(parts: readonly PartRecord[]): PhotoRecord {
  if (parts.length === 1) return parts[0]!.record;
  const fields: { -readonly [K in FieldId]?: FieldReading } = {};
  const problems: Problem[] = parts.flatMap((part) => part.record.problems);
  for (const id of fieldIds) {
    const told = parts.flatMap((part) => {
      const reading = part.record.fields[id];
      return reading ? [toldBy(part, reading)] : [];
    });
    const [first, ...others] = told;
    if (!first) continue;
    const main: Voice = { origin: first.origin, value: first.value };
    const differing = others.some((one) => !voicesAgree(id, main, { origin: one.origin, value: one.value }));
    if (differing) problems.push(problem('twins-disagree', id, { severity: 'info' }));
    fields[id] = {
      ...first,
      voices: told.flatMap((one) => one.voices),
      agrees: !differing && told.every((one) => one.agrees),
    };
  }
  return { fields, problems };
}

function toldBy({ role }: PartRecord, reading: FieldReading): FieldReading {
  if (role !== 'sidecar') return reading;
  return {
    ...reading,
    origin: 'sidecar',
    voices: reading.voices.map((voice) => ({ ...voice, origin: 'sidecar' as const })),
  };
}
