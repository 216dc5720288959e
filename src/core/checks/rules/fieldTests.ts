import { utf8Length } from '../../bytes/text';
import { wordsOf } from '../../captions/captionHelp';
import type { FieldId } from '../../catalogue/fields';
import { asList, asText, isEmpty } from '../../catalogue/value';
import type { LengthUnit } from '../checklist';
import type { PictureFacts } from '../facts';
import { failing } from '../failing';
import { FILLER, leftOverIn } from '../leftOver';
import { matchesPattern } from './pattern';
import { LOOKED_AT, passes, type Tests } from './rule';

/** Of a description the caption counts: the sign-off is the same on every picture. */
const textOf = ({ values, caption }: PictureFacts, id: FieldId) =>
  id === 'description' ? caption : asText(values[id]);

const saysNothing = (picture: PictureFacts, id: FieldId): boolean =>
  id === 'description' ? picture.caption.trim() === '' : isEmpty(picture.values[id]);

const units: Readonly<Record<LengthUnit, (text: string) => number>> = {
  characters: (text) => [...text].length,
  words: (text) => wordsOf(text).length,
  bytes: utf8Length,
};

/** What is in fields, and how much of it. */
export const fieldTests: Tests<'field' | 'one-of' | 'pattern' | 'length' | 'no-placeholders'> = {
  field: ({ field }, picture) => (saysNothing(picture, field) ? [failing('empty', field)] : passes),
  'one-of': ({ fields }, picture) =>
    fields.every((id) => saysNothing(picture, id)) ? [failing('empty', fields[0])] : passes,
  pattern: ({ field, pattern }, picture) => {
    const texts = field === 'description' ? [picture.caption] : asList(picture.values[field]);
    const other = texts.find((text) => text !== '' && !matchesPattern(text.slice(0, LOOKED_AT), pattern));
    return other === undefined ? passes : [failing('other-form', field, other)];
  },
  length: ({ field, unit, least, most }, picture) => {
    const text = textOf(picture, field);
    if (text === '') return passes;
    const length = units[unit](text);
    if (least !== undefined && length < least) return [failing('too-short', field, String(length))];
    if (most !== undefined && length > most) return [failing('too-long', field, String(length))];
    return passes;
  },
  'no-placeholders': (_, { values }) =>
    (Object.keys(values) as FieldId[]).flatMap((id) => {
      const text = asText(values[id]).slice(0, LOOKED_AT);
      const left = placeholderIn(text) ?? leftOverIn(text);
      if (left) return [failing('placeholder', id, left)];
      return FILLER.test(text.trim()) ? [failing('filler', id, text.trim())] : [];
    }),
};

const SHOWN = 60;

/** The first placeholder that was written out as it is: "{{ year taken }}". */
function placeholderIn(text: string): string | undefined {
  const open = text.indexOf('{{');
  const close = open === -1 ? -1 : text.indexOf('}}', open);
  return close === -1 ? undefined : text.slice(open, Math.min(close + 2, open + SHOWN));
}
