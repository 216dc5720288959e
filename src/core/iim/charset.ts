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

export type IimCharset = 'utf-8' | 'windows-1252' | 'iso-8859-1' | 'unsupported';

/**
 * The character set of record 2. Without 1:90 the text is UTF-8 where it is valid UTF-8, else
 * Windows-1252: an assumption, stated as a problem of severity info.
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
  readonly marked: boolean;
  readonly problems: readonly Problem[];
}
/** Asked for once a value: found once a model. */
const charsets = new WeakMap<IimModel, Charset>();

function findCharset(model: IimModel): Charset {
  const sign = valuesOf(model, 1, 90)[0];
  if (sign && sign.length > 0) {
    if ([UTF8_SIGN, ...UTF8_LEVELS].some((one) => equalBytes(one, sign)))
      return { charset: 'utf-8', marked: true, problems: [] };
    if (LATIN1_SIGNS.some((one) => equalBytes(one, sign)))
      return { charset: 'iso-8859-1', marked: true, problems: [] };
    return {
      charset: 'unsupported',
      marked: true,
      problems: [problem('iim-charset-unsupported', 'IIM 1:90')],
    };
  }
  const texts = model.dataSets.filter(isText);
  if (texts.every((one) => isAscii(one.value))) return { charset: 'utf-8', marked: false, problems: [] };
  const charset = texts.every((one) => decodeUtf8(one.value) !== undefined) ? 'utf-8' : 'windows-1252';
  return {
    charset,
    marked: false,
    problems: [problem('iim-charset-assumed', 'IIM', { found: charset, severity: 'info' })],
  };
}

export function decodeText(bytes: Uint8Array, charset: IimCharset): string {
  if (charset === 'iso-8859-1') return decodeLatin1(bytes);
  if (charset === 'windows-1252') return decodeWindows1252(bytes);
  return decodeUtf8(bytes) ?? decodeWindows1252(bytes);
}

/**
 * The model marked as UTF-8, every text DataSet of record 2 encoded anew where its bytes change; binary
 * DataSets (2:125, 2:202 and unknown ones) stay. A model under an unsupported sign is returned unchanged.
 */
export function toUtf8(model: IimModel): IimModel {
  const { charset, marked } = charsetOf(model);
  if (charset === 'unsupported' || (charset === 'utf-8' && marked)) return model;
  const dataSets = model.dataSets.map((one): DataSet => {
    if (!isText(one) || charset === 'utf-8' || isAscii(one.value)) return one;
    return { ...one, value: encodeUtf8(decodeText(one.value, charset)) };
  });
  return withValues({ ...model, dataSets }, 1, 90, [UTF8_SIGN]);
}

/** Text of record 2 by the table; a DataSet that the standard does not define counts as binary. */
function isText(one: DataSet): boolean {
  return one.record === 2 && dataSetRow(one.record, one.dataset)?.kind === 'text';
}
