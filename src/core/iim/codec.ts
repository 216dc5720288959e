import { equalBytes } from '../bytes/bytes';
import { limits } from '../bytes/limits';
import { ByteView } from '../bytes/view';
import { ByteWriter } from '../bytes/writer';
import { FormatError, type Problem, problem } from '../problems/problem';

/** One DataSet as it is in the block (IIM 4.2, 1.5). */
export interface DataSet {
  readonly record: number;
  readonly dataset: number;
  readonly value: Uint8Array;
  /** Octets of an extended DataSet's length field; absent for a standard DataSet. */
  readonly lengthOctets?: number;
}

export interface IimModel {
  readonly dataSets: readonly DataSet[];
  /** Bytes after the last DataSet that could be read: fillers, or what follows a break. */
  readonly rest: Uint8Array;
}

const MARKER = 0x1c;
const STANDARD_MAX = 0x7fff;

/** Decodes an IIM block. A broken or cut DataSet ends the walk; it and what follows are kept in `rest`. */
export function decodeIim(bytes: Uint8Array): { model: IimModel; problems: Problem[] } {
  const view = new ByteView(bytes, 'big', 'IIM');
  const dataSets: DataSet[] = [];
  const problems: Problem[] = [];
  let at = 0;
  while (at < bytes.length) {
    if (dataSets.length >= limits.iimDataSets)
      throw new FormatError('limit-exceeded', 'IIM', {
        offset: at,
        expected: `at most ${limits.iimDataSets} DataSets`,
      });
    if (bytes[at] !== MARKER) {
      if (bytes.subarray(at).some((byte) => byte !== 0))
        problems.push(problem('iim-no-tag-marker', 'IIM', { offset: at, severity: 'error' }));
      break;
    }
    const read = readDataSet(view, at);
    if (!read) {
      problems.push(problem('iim-cut', 'IIM', { offset: at, severity: 'error' }));
      break;
    }
    dataSets.push(read.dataSet);
    at = read.end;
  }
  return { model: { dataSets, rest: bytes.subarray(at) }, problems };
}

function readDataSet(view: ByteView, at: number): { dataSet: DataSet; end: number } | undefined {
  if (!view.has(at, 5)) return undefined;
  const record = view.u8(at + 1);
  const dataset = view.u8(at + 2);
  const count = view.u16(at + 3);
  if (count <= STANDARD_MAX) {
    if (!view.has(at + 5, count)) return undefined;
    return { dataSet: { record, dataset, value: view.slice(at + 5, count) }, end: at + 5 + count };
  }
  const lengthOctets = count & STANDARD_MAX;
  if (lengthOctets > 8 || !view.has(at + 5, lengthOctets)) return undefined;
  let length = 0;
  for (let i = 0; i < lengthOctets; i++) length = length * 256 + view.u8(at + 5 + i);
  const start = at + 5 + lengthOctets;
  if (!view.has(start, length)) return undefined;
  return {
    dataSet: { record, dataset, value: view.slice(start, length), lengthOctets },
    end: start + length,
  };
}

/** The octets of a model: its DataSets in their order (IIM 4.2, 1.5). */
export function encodeIim(model: IimModel): Uint8Array {
  const out = new ByteWriter();
  for (const dataSet of model.dataSets) writeDataSet(out, dataSet);
  return out.bytes(model.rest).done();
}

function writeDataSet(out: ByteWriter, { record, dataset, value, lengthOctets }: DataSet): void {
  const octets = lengthOctets ?? (value.length > STANDARD_MAX ? 4 : undefined);
  out.u8(MARKER).u8(record).u8(dataset);
  if (octets === undefined) {
    out.u16(value.length);
  } else {
    out.u16(0x8000 | octets);
    for (let i = octets - 1; i >= 0; i--) out.u8(Math.floor(value.length / 256 ** i) % 256);
  }
  out.bytes(value);
}

/**
 * One model of two blocks: DataSets that only the second has are behind those of the first, in the order
 * of records. `differs` where both hold a DataSet with other values.
 */
export function mergeIim(first: IimModel, second: IimModel): { model: IimModel; differs: boolean } {
  const key = ({ record, dataset }: DataSet) => record * 256 + dataset;
  const grouped = (model: IimModel) => {
    const groups = new Map<number, DataSet[]>();
    for (const one of model.dataSets) {
      const group = groups.get(key(one));
      if (group) group.push(one);
      else groups.set(key(one), [one]);
    }
    return groups;
  };
  const [held, more] = [grouped(first), grouped(second)];
  let differs = false;
  let model = first;
  for (const [id, group] of more) {
    const own = held.get(id);
    if (!own) model = withDataSets(model, group);
    else
      differs ||=
        own.length !== group.length || own.some((one, i) => !equalBytes(one.value, group[i]!.value));
  }
  return { model, differs };
}

function withDataSets(model: IimModel, added: readonly DataSet[]): IimModel {
  const [{ record, dataset } = { record: 0, dataset: 0 }] = added;
  const at = model.dataSets.findIndex(
    (one) => one.record > record || (one.record === record && one.dataset > dataset),
  );
  const place = at === -1 ? model.dataSets.length : at;
  return {
    ...model,
    dataSets: [...model.dataSets.slice(0, place), ...added, ...model.dataSets.slice(place)],
  };
}

/** The values of a DataSet, in stored order. */
export function valuesOf(model: IimModel, record: number, dataset: number): readonly Uint8Array[] {
  const values: Uint8Array[] = [];
  for (const one of model.dataSets)
    if (one.record === record && one.dataset === dataset) values.push(one.value);
  return values;
}

/**
 * The model with all values of one DataSet replaced. New values are where the first old one was;
 * without one, after the last DataSet that sorts before it, so that records stay ascending.
 */
export function withValues(
  model: IimModel,
  record: number,
  dataset: number,
  values: readonly Uint8Array[],
): IimModel {
  const isIt = (one: DataSet) => one.record === record && one.dataset === dataset;
  const first = model.dataSets.findIndex(isIt);
  const kept = model.dataSets.filter((one) => !isIt(one));
  let at =
    first === -1
      ? kept.findIndex((one) => one.record > record || (one.record === record && one.dataset > dataset))
      : first;
  if (at === -1) at = kept.length;
  const made = values.map((value): DataSet => ({ record, dataset, value }));
  return { ...model, dataSets: [...kept.slice(0, at), ...made, ...kept.slice(at)] };
}
