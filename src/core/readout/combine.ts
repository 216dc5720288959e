import { type FieldId, fieldIds } from '../catalogue/fields';
import { recordValuesAgree } from '../mapping/agree';
import type { FieldReading, PhotoRecord } from '../mapping/read';
import type { RecordValue } from '../mapping/recordValue';
import { type Problem, problem } from '../problems/problem';

/** The record of one file of a photo. */
export interface PartRecord {
  readonly role: 'picture' | 'sidecar' | 'otherSidecar' | 'raw';
  readonly record: PhotoRecord;
}

/**
 * One record of a photo of several files. The first file that speaks of a field gives its value: the
 * picture, then the sidecar, then the raw file. Where files say different things, a problem tells it. What
 * a sidecar says takes the place of what its raw file says: readers of sidecars do not look there any more.
 */
export function combineRecords(parts: readonly PartRecord[]): PhotoRecord {
  if (parts.length === 1) return parts[0]!.record;
  const fields: { -readonly [K in FieldId]?: FieldReading } = {};
  const problems: Problem[] = parts.flatMap((part) => part.record.problems);
  for (const id of fieldIds) {
    const found = parts.flatMap((part) => {
      const reading = part.record.fields[id];
      return reading ? [{ part, reading }] : [];
    });
    const isMirror = ({ reading }: (typeof found)[number]) => reading.origin === 'mirror';
    const readings = (found.every(isMirror) ? found : found.filter((one) => !isMirror(one))).map(
      ({ part, reading }) => ({ role: part.role, reading: toldBy(part, reading) }),
    );
    const [first] = readings;
    if (!first) continue;
    const hasSidecar = readings.some(({ reading }) => reading.origin === 'sidecar');
    const heard = readings.filter(({ role }) => role !== 'raw' || !hasSidecar).map((one) => one.reading);
    const differing = heard.slice(1).some((one) => !recordValuesAgree(id, voiceOf(heard[0]!), voiceOf(one)));
    if (differing) problems.push(problem('twins-disagree', id, { severity: 'info' }));
    fields[id] = {
      ...first.reading,
      recordValues: readings.flatMap((one) => one.reading.recordValues),
      agrees: !differing && heard.every((one) => one.agrees),
    };
  }
  return { fields, problems };
}

const voiceOf = ({ origin, value }: FieldReading): RecordValue => ({ origin, value });

/** What a file says, each value with the file that holds it. */
function toldBy({ role }: PartRecord, reading: FieldReading): FieldReading {
  if (role === 'picture') return reading;
  const file = role === 'sidecar' ? {} : { file: role };
  const isSidecar = role !== 'raw';
  const origin = isSidecar ? ('sidecar' as const) : reading.origin;
  const recordValues = reading.recordValues.map((recordValue) => ({
    ...recordValue,
    ...file,
    ...(isSidecar ? { origin: 'sidecar' as const } : {}),
  }));
  return { ...reading, origin, recordValues };
}
