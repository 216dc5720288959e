import { ascii, equalBytes } from '../bytes/bytes';
import { decodeLatin1, decodeUtf8, decodeWindows1252, encodeUtf8, isAscii } from '../bytes/text';
import { type Problem, problem } from '../problems/problem';
import { type DataSet, type IimModel, valuesOf, withValues } from './codec';
import { dataSetRow } from './datasets';

/** 1:90 for UTF-8: ESC % G (ISO 2022 / IIM 4.2, Appendix C). */
const UTF8_SIGN = new Uint8Array([0x1b, 0x25, 0x47]);
/** ESC % / G, H, I: the same with levels; accepted on reading. */
const UTF8_LEVELS = ['\x1b%/G', '\x1b%/H', '\x1b%/I'].map(ascii);
/** ESC . A and ESC - A: ISO 8859-1 in G2 or G1. */
const LATIN1_SIGNS = ['\x1b.A', '\x1b-A'].map(ascii);

/** 'unmarked': no 1:90; each DataSet is UTF-8 where it is valid UTF-8, else Windows-1252. */
export type IimCharset = 'utf-8' | 'unmarked' | 'iso-8859-1' | 'unsupported';

/**
 * The character set of record 2. Without 1:90 it is assumed DataSet by DataSet, which is stated as a problem
 * of severity info.
 */
export function charsetOf(model: IimModel): Charset {
  let known = charsets.get(model);
  if (!known) {
    known = findCharset(model);
    charsets.set(model, known);
  }
  return known;
}

interface Charset {
  readonly charset: IimCharset;
  readonly problems: readonly Problem[];
}
/** Asked for once a value: found once a model. */
const charsets = new WeakMap<IimModel, Charset>();

function findCharset(model: IimModel): Charset {
  const sign = valuesOf(model, 1, 90)[0];
  if (sign && sign.length > 0) {
    if ([UTF8_SIGN, ...UTF8_LEVELS].some((one) => equalBytes(one, sign)))
      return { charset: 'utf-8', problems: [] };
    if (LATIN1_SIGNS.some((one) => equalBytes(one, sign))) return { charset: 'iso-8859-1', problems: [] };
    return { charset: 'unsupported', problems: [problem('iim-charset-unsupported', 'IIM 1:90')] };
  }
  const telling = model.dataSets.filter((one) => isText(one) && !isAscii(one.value));
  if (telling.length === 0) return { charset: 'unmarked', problems: [] };
  const found = telling.every((one) => decodeUtf8(one.value) !== undefined) ? 'utf-8' : 'windows-1252';
  return {
    charset: 'unmarked',
    problems: [problem('iim-charset-assumed', 'IIM', { found, severity: 'info' })],
  };
}

/** The text of a DataSet. */
export function decodeDataSet({ record, dataset, value }: DataSet, charset: IimCharset): string {
  if (charset === 'iso-8859-1') return decodeLatin1(value);
  const max = dataSetRow(record, dataset)?.max ?? 0;
  return decodeUtf8(value) ?? decodeCutUtf8(value, charset === 'utf-8' ? 0 : max) ?? decodeWindows1252(value);
}

/** What is behind a NUL is left from a longer text, or a filler: no reader shows it. */
const upToNul = (text: string) => text.split('\0', 1)[0]!;

/** The texts of all DataSets of a number, in stored order, each up to its first NUL. */
export function textsOf(model: IimModel, record: number, dataset: number): string[] {
  const { charset } = charsetOf(model);
  return model.dataSets.flatMap((one) =>
    one.record === record && one.dataset === dataset ? [upToNul(decodeDataSet(one, charset))] : [],
  );
}

/**
 * UTF-8 that was cut in the middle of its last character. Without a mark that says UTF-8 only where the text
 * fills its DataSet (`fullBytes`), and where what is before is not plain ASCII.
 */
function decodeCutUtf8(bytes: Uint8Array, fullBytes: number): string | undefined {
  if (bytes.length < fullBytes) return undefined;
  for (let tail = 1; tail <= 3 && tail < bytes.length; tail++) {
    const lead = bytes[bytes.length - tail]!;
    if (lead < 0x80) return undefined;
    if (lead < 0xc0) continue;
    const length = lead >= 0xf0 ? 4 : lead >= 0xe0 ? 3 : 2;
    const before = bytes.subarray(0, bytes.length - tail);
    const telling = fullBytes === 0 || !isAscii(before);
    return length > tail && telling ? decodeUtf8(before) : undefined;
  }
  return undefined;
}

/** Octets that Windows-1252 does not define: a text that holds one is of another character set. */
const UNDEFINED_IN_1252 = new Set([0x81, 0x8d, 0x8f, 0x90, 0x9d]);

/**
 * The model marked as UTF-8. A text DataSet of record 2 keeps its octets where they are UTF-8 already, whole
 * or cut, or of no character set that is known; otherwise it is encoded again. Binary DataSets (2:125, 2:202
 * and unknown ones) stay. A model under an unsupported sign is returned unchanged.
 */
export function toUtf8(model: IimModel): IimModel {
  const { charset } = charsetOf(model);
  if (charset === 'unsupported' || charset === 'utf-8') return model;
  const dataSets = model.dataSets.map((one): DataSet => {
    if (!isText(one) || isAscii(one.value) || keepsOctets(one, charset)) return one;
    return { ...one, value: encodeUtf8(decodeDataSet(one, charset)) };
  });
  return withValues({ ...model, dataSets }, 1, 90, [UTF8_SIGN]);
}

function keepsOctets({ record, dataset, value }: DataSet, charset: IimCharset): boolean {
  if (charset === 'iso-8859-1') return false;
  const max = dataSetRow(record, dataset)?.max ?? 0;
  return (
    decodeUtf8(value) !== undefined ||
    decodeCutUtf8(value, max) !== undefined ||
    value.some((octet) => UNDEFINED_IN_1252.has(octet))
  );
}

/** Text of record 2 by the table; a DataSet that the standard does not define counts as binary. */
function isText(one: DataSet): boolean {
  return one.record === 2 && dataSetRow(one.record, one.dataset)?.kind === 'text';
}
