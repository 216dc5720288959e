import { utf8Length } from '@/core/bytes/text';
import type { FieldId } from '@/core/catalogue/fields';
import { field } from '@/core/catalogue/fields';
import { asList, asText, type FieldValue, sameValue } from '@/core/catalogue/value';
import { isLicenceLink, noticeElements } from '@/core/rights/notice';
import type { PlaceholderContext } from '@/core/templates/placeholders';
import { compileTemplates, resolve, type Values } from '@/core/templates/resolve';
import type { Entry } from '@/core/templates/template';

/** A picture that a template is tried on. */
export interface SamplePicture {
  readonly id: string;
  readonly name: string;
  readonly values: Values;
  readonly context: PlaceholderContext;
}

/** There when no picture is: taken on the last evening of a year, with somebody's old words in it. */
export function builtInSample(today: string): SamplePicture {
  return {
    id: 'built-in',
    name: 'a made-up picture',
    values: { dateCreated: '2025-12-31T23:40:00', description: 'The last evening of the year.' },
    context: { fileName: 'example-0001.jpg', today, runningNumber: 1, camera: 'Tindra K2', facts: {} },
  };
}

export interface SampleLine {
  readonly value: FieldValue | null;
  /** What happened, in a few words; attention asks for a look. */
  readonly note: string;
  readonly attention: boolean;
}

export interface Sample {
  readonly lines: ReadonlyMap<FieldId, SampleLine>;
  readonly byline: string;
  readonly notice: string;
  readonly licenceLink: string | undefined;
}

/** The template resolved for one picture, line by line. */
export function sampleOf(entries: readonly Entry[], picture: SamplePicture): Sample {
  const compiled = compileTemplates([{ id: 'this', name: '', kind: 'standing', version: 0, entries }]);
  const { changes, steps } = resolve(compiled, picture.values, picture.context);
  const lines = new Map<FieldId, SampleLine>();
  for (const step of steps) {
    const value = changes.has(step.field)
      ? changes.get(step.field)!.value
      : (picture.values[step.field] ?? null);
    lines.set(step.field, { value, ...noteFor(step.field, value, picture.values[step.field], step.missing) });
  }
  const after = (id: FieldId) => asText(lines.get(id)?.value ?? picture.values[id]);
  const link = after('webStatement');
  return {
    lines,
    notice: after('copyrightNotice'),
    licenceLink: isLicenceLink(link) ? link : undefined,
    byline: [after('creator'), after('creditLine')].filter((part) => part !== '').join(' / '),
  };
}

function noteFor(
  id: FieldId,
  value: FieldValue | null,
  before: FieldValue | undefined,
  missing: readonly string[],
): { note: string; attention: boolean } {
  if (missing.length > 0) return { note: `left out: no ${missing.join(', ')}`, attention: true };
  if (value === null) return { note: before === undefined ? 'empty already' : 'erased', attention: false };
  const bytes = Math.max(...asList(value).map(utf8Length));
  const max = field(id).iim?.maxBytes;
  if (max !== undefined && field(id).type !== 'date' && bytes > max)
    return { note: `${bytes} of ${max} bytes: IIM cuts it`, attention: true };
  if (id === 'copyrightNotice') return noticeNote(asText(value), bytes, max);
  if (id === 'webStatement')
    return isLicenceLink(asText(value))
      ? { note: 'licence link ready', attention: false }
      : { note: 'no licence link: needs a whole https:// address', attention: true };
  if (id === 'rightsStatus' && value === 'public-domain')
    return { note: 'gives up all rights, for ever', attention: true };
  if (max !== undefined && bytes > max * 0.8) return { note: `${bytes} of ${max} bytes`, attention: false };
  if (sameValue(value, before)) return { note: 'stands already', attention: false };
  return {
    note: before === undefined ? 'was empty' : `was “${shortened(asText(before))}”`,
    attention: false,
  };
}

function noticeNote(
  notice: string,
  bytes: number,
  max: number | undefined,
): { note: string; attention: boolean } {
  const { sign, year, owner } = noticeElements(notice);
  const lacking = [!sign && 'sign', !year && 'year', !owner && 'owner'].filter(Boolean);
  if (lacking.length > 0) return { note: `lacks ${lacking.join(' and ')}`, attention: true };
  return { note: `sign, owner, year; ${bytes} of ${max} bytes`, attention: false };
}

function shortened(text: string): string {
  return text.length > 28 ? `${text.slice(0, 27)}…` : text;
}
