import { ascii } from '../bytes/bytes';
import { encodeUtf8, utf8Length } from '../bytes/text';
import { type FieldId, field } from '../catalogue/fields';
import { asList, asText, type FieldValue, isEmpty } from '../catalogue/value';
import { toUtf8 } from '../iim/charset';
import { type IimModel, withValues } from '../iim/codec';
import { iimFromIso } from '../iim/date';
import { type Problem, problem } from '../problems/problem';
import { cutForIim } from './agree';

/** A new block: 2:00 Record Version 4, as IIM 4.2 asks; 1:90 is set with the first text. */
export const newIim: IimModel = {
  dataSets: [{ record: 2, dataset: 0, value: new Uint8Array([0, 4]) }],
  rest: new Uint8Array(0),
};

/** The model, in UTF-8, with one field set or removed by null. What had to be cut is reported. */
export function writeIim(
  model: IimModel,
  id: FieldId,
  value: FieldValue | null,
): { model: IimModel; problems: Problem[] } {
  const { iim: place } = field(id);
  if (!place) return { model, problems: [] };
  const utf8 = toUtf8(model);
  if (place.time !== undefined) return writeDate(utf8, place.record, place.dataset, place.time, id, value);
  const cut = isEmpty(value) ? [] : asList(cutForIim(id, value!));
  const tooLong = asList(value).filter((text) => utf8Length(text) > place.maxBytes);
  const problems = tooLong.map((text) =>
    problem('iim-value-cut', id, {
      found: `${utf8Length(text)} bytes`,
      expected: `at most ${place.maxBytes} bytes`,
    }),
  );
  return { model: withValues(utf8, place.record, place.dataset, cut.map(encodeUtf8)), problems };
}

function writeDate(
  model: IimModel,
  record: number,
  dateSet: number,
  timeSet: number,
  id: FieldId,
  value: FieldValue | null,
) {
  const parts = isEmpty(value) ? undefined : iimFromIso(asText(value));
  const dated = withValues(model, record, dateSet, parts ? [ascii(parts.date)] : []);
  const timed = withValues(dated, record, timeSet, parts?.time ? [ascii(parts.time)] : []);
  const problems: Problem[] = [];
  if (!isEmpty(value) && !parts) problems.push(problem('iim-bad-date', id));
  if (parts?.zoneMissing) problems.push(problem('iim-time-without-zone', id, { severity: 'info' }));
  return { model: timed, problems };
}
