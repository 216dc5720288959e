import { ascii, equalBytes } from '../bytes/bytes';
import { encodeUtf8, utf8Length } from '../bytes/text';
import { type FieldId, field, shapeOf } from '../catalogue/fields';
import type { IimPlace } from '../catalogue/row';
import { asList, asText, type FieldValue, isEmpty } from '../catalogue/value';
import { textsOf, toUtf8 } from '../iim/charset';
import { type IimModel, valuesOf, withValues } from '../iim/codec';
import { iimFromIso } from '../iim/date';
import { type Problem, problem } from '../problems/problem';
import { iimForms, iimTexts } from './iimTexts';

/** A new block: 2:00 Record Version 4, as IIM 4.2 asks; 1:90 is set with the first text. */
export const newIim: IimModel = {
  dataSets: [{ record: 2, dataset: 0, value: new Uint8Array([0, 4]) }],
  rest: new Uint8Array(0),
};

/**
 * The model, in UTF-8, with one field set or removed by null; the same model where it holds that already.
 * What had to be cut, or cannot be in IIM, is reported.
 */
export function writeIim(
  model: IimModel,
  id: FieldId,
  value: FieldValue | null,
): { model: IimModel; problems: Problem[] } {
  const { iim: place } = field(id);
  if (!place) return { model, problems: [] };
  if (place.time !== undefined) return writeDate(model, place, id, value);
  const held = textsOf(model, place.record, place.dataset);
  const made = isEmpty(value) ? [] : iimTexts(id, value!, held);
  const problems = made
    .filter(({ whole }) => utf8Length(whole) > place.maxBytes)
    .map(({ whole }) =>
      problem('iim-value-cut', id, {
        found: `${utf8Length(whole)} bytes`,
        expected: `at most ${place.maxBytes} bytes`,
      }),
    );
  if (made.length < asList(value).length)
    problems.push(problem('iim-value-not-encodable', id, { severity: 'info' }));
  // A field of one text whose DataSet may be repeated: the others that are there are not this field's.
  const others = shapeOf(id) === 'text' && made.length > 0 ? held.slice(1) : [];
  const texts = [...made.map(({ text }) => text), ...others];
  return { model: withTexts(model, place, texts), problems };
}

/** Cut texts keep their octets where they are cut as they were. */
function withTexts(model: IimModel, { record, dataset }: IimPlace, texts: readonly string[]): IimModel {
  const utf8 = toUtf8(model);
  const values = texts.map(encodeUtf8);
  const held = valuesOf(utf8, record, dataset);
  const same = held.length === values.length && held.every((one, i) => equalBytes(one, values[i]!));
  return same && (values.length === 0 || utf8 === model) ? model : withValues(utf8, record, dataset, values);
}

function writeDate(
  model: IimModel,
  { record, dataset, time }: IimPlace,
  id: FieldId,
  value: FieldValue | null,
): { model: IimModel; problems: Problem[] } {
  const parts = isEmpty(value) ? undefined : iimFromIso(asText(value));
  const wanted = [parts ? [ascii(parts.date)] : [], parts?.time ? [ascii(parts.time)] : []] as const;
  const stands = [dataset, time!].every((number, i) => {
    const held = valuesOf(model, record, number);
    return held.length === wanted[i]!.length && held.every((one, k) => equalBytes(one, wanted[i]![k]!));
  });
  const dated = withValues(model, record, dataset, wanted[0]);
  const problems: Problem[] = [];
  if (!isEmpty(value) && !parts) problems.push(problem('iim-bad-date', id));
  if (parts?.zoneMissing) problems.push(problem('iim-time-without-zone', id, { severity: 'info' }));
  return { model: stands ? model : withValues(dated, record, time!, wanted[1]), problems };
}

/** Whether IIM can hold something of a value. */
export function iimHolds(id: FieldId, value: FieldValue): boolean {
  const place = field(id).iim;
  if (!place) return false;
  if (place.time !== undefined) return iimFromIso(asText(value)) !== undefined;
  return (
    place.form === undefined ||
    asList(value).some((one) => iimForms[place.form!].write(one, []) !== undefined)
  );
}
