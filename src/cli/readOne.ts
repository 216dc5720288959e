import path from 'node:path';
import { type FieldId, field } from '../core/catalogue/fields';
import { asText, type FieldValue } from '../core/catalogue/value';
import type { FieldReading } from '../core/mapping/read';
import type { Origin, RecordValue } from '../core/mapping/recordValue';
import type { Problem } from '../core/problems/problem';
import { type Provenance, readProvenance } from '../core/provenance/provenance';
import { type Neighbours, readShot } from '../server/files/readShot';
import { sourceOf, withFile } from '../server/files/source';
import { syncReading } from '../server/files/syncReading';
import { problemWords } from '../server/problems/words';
import { failureWords } from './report';

/** The output of `fabrica read` for one file; docs/COMMAND_LINE.md documents it. */
export interface ReadReport {
  readonly file: string;
  readonly format: string;
  readonly sidecar?: string;
  readonly fields: {
    readonly [standardName: string]: {
      readonly value: FieldValue;
      readonly origin: Origin;
      readonly agrees: boolean;
    };
  };
  readonly disagreements: readonly {
    readonly field: string;
    readonly recordValues: readonly RecordValue[];
  }[];
  /** What signed provenance claims. */
  readonly provenance?: Provenance;
  readonly problems: readonly Problem[];
}

/** The report of a file as a line of JSON or as text; or why it failed. */
export async function readOne(
  file: string,
  json: boolean,
  neighbours: Neighbours,
): Promise<{ output: string } | { failure: string }> {
  try {
    const report = await reportOf(file, neighbours);
    return { output: json ? JSON.stringify(report) : asLines(report) };
  } catch (error) {
    return { failure: `${file}: ${failureWords(error)}` };
  }
}

async function reportOf(file: string, neighbours: Neighbours): Promise<ReadReport> {
  const { main, shot, record } = await readShot(
    path.dirname(file),
    await neighbours.alone(file),
    syncReading,
  );
  const isSigned = record.problems.some(({ code }) => code === 'provenance-signed');
  const provenance = isSigned
    ? await withFile(file, (one, stat) => readProvenance(main.container, sourceOf(one, stat.size)))
    : undefined;
  const lines = Object.entries(record.fields) as [FieldId, FieldReading][];
  return {
    file,
    format: main.picture.format,
    ...(shot.sidecar ? { sidecar: shot.sidecar } : {}),
    fields: Object.fromEntries(
      lines.map(([id, { value, origin, agrees }]) => [field(id).standardName, { value, origin, agrees }]),
    ),
    disagreements: lines
      .filter(([, reading]) => !reading.agrees)
      .map(([id, { recordValues }]) => ({ field: field(id).standardName, recordValues })),
    ...(provenance ? { provenance } : {}),
    problems: record.problems,
  };
}

function asLines({ file, format, sidecar, fields, disagreements, provenance, problems }: ReadReport): string {
  const rows = Object.entries(fields).map(
    ([name, { value, origin, agrees }]) =>
      `  ${name.padEnd(36)} ${asText(value).replaceAll('\n', ' ⏎ ')}  [${origin}${agrees ? '' : ', others differ'}]`,
  );
  const recordValues = disagreements.flatMap((one) => [
    `  ! ${one.field}`,
    ...one.recordValues.map(
      (recordValue) => `      ${recordValue.origin.padEnd(9)} ${asText(recordValue.value)}`,
    ),
  ]);
  const lines = problems.map((one) => `  ? ${problemWords(one)}`);
  return [
    `${file}  (${format}${sidecar ? `, with ${sidecar}` : ''})`,
    ...rows,
    ...recordValues,
    ...lines,
    ...(provenance ? claimLines(provenance) : []),
    '',
  ].join('\n');
}

function claimLines({ generator, actions, ingredients, statements, file }: Provenance): string[] {
  const line = (name: string, text: string) => `  signed: ${name.padEnd(12)} ${text}`;
  return [
    line('program', generator),
    ...actions.map(({ action, by, when }) => line('step', [action, by, when].filter(Boolean).join(', '))),
    ...ingredients.map(({ title, relationship }) =>
      line('made from', [title, relationship].filter(Boolean).join(', ')),
    ),
    line('statements', statements),
    line('file', file),
  ];
}
