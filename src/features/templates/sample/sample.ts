import { utf8Length } from '@/core/bytes/text';
import { type FieldId, field } from '@/core/catalogue/fields';
import { asList, asText, type FieldValue, sameValue } from '@/core/catalogue/value';
import { iimTexts } from '@/core/mapping/iimTexts';
import { isLicenceLink, noticeElements } from '@/core/rights/notice';
import { overviewOf, type Resulting } from '@/core/templates/overview';
import type { Values } from '@/core/templates/resolution';
import { compileTemplates, resolve } from '@/core/templates/resolve';
import type { Entry, Template } from '@/core/templates/template';
import { type Strip, stripOf } from '@/core/threads/stroke';
import type { SamplePicture } from '@/server/operations/templates/templatePreview';

export type { SamplePicture };

/** There when no picture is: taken on the last evening of a year, with somebody's old words in it. */
export function builtInSample(today: string): SamplePicture {
  return {
    id: 'built-in',
    name: 'a made-up picture',
    values: { dateCreated: '2025-12-31T23:40:00', description: 'The last evening of the year.' },
    context: {
      fileName: 'example-0001.jpg',
      today,
      runningNumber: 1,
      camera: 'Tindra K2',
      lens: '35 mm f/2',
      width: 6000,
      height: 4000,
      facts: {},
    },
  };
}

/** The template on the page, among those in force beside it. */
export interface Trial {
  readonly template: Template;
  /** All in force in their order, the one on the page with what is written now; or that one alone. */
  readonly together: readonly Template[];
}

export interface SampleLine {
  readonly value: FieldValue | null;
  /** What happened, in a few words; attention asks for a look. */
  readonly note: string;
  readonly attention: boolean;
  /** Bytes of the longest text against what IIM holds. */
  readonly gauge?: { readonly bytes: number; readonly max: number };
  /** What of it IIM keeps, where it cuts. */
  readonly kept?: FieldValue;
}

export interface Sample {
  readonly lines: ReadonlyMap<FieldId, SampleLine>;
  /** The picture's values as all templates leave them. */
  readonly after: Values;
  /** What the file has is solid, what the templates put over it outlined. */
  readonly strip: Strip;
  readonly byline: string;
  readonly notice: string;
  readonly licenceLink: string | undefined;
}

/** The templates resolved for one picture, told line by line for the one on the page. */
export function sampleOf({ template, together }: Trial, picture: SamplePicture): Sample {
  const resolution = resolve(compileTemplates(together), picture.values, picture.context);
  const results = new Map(overviewOf(resolution, picture.values).map((one) => [one.field, one]));
  const nameOf = (id: string) => together.find((one) => one.id === id)?.name ?? '';
  const lines = new Map<FieldId, SampleLine>();
  for (const entry of template.entries) {
    const result = results.get(entry.field);
    if (result) lines.set(entry.field, lineFor(template, entry, result, picture.values[entry.field], nameOf));
  }
  const after: { [K in FieldId]?: FieldValue } = { ...picture.values };
  const drafts: { [K in FieldId]?: FieldValue | null } = {};
  for (const [id, { value }] of resolution.changes) {
    drafts[id] = value;
    if (value === null) delete after[id];
    else after[id] = value;
  }
  return { lines, after, strip: stripOf({ file: fileOf(picture.values), drafts }), ...asSeen(after) };
}

function fileOf(values: Values) {
  return Object.fromEntries(Object.entries(values).map(([id, value]) => [id, { value, agrees: true }]));
}

function asSeen(values: Values): Pick<Sample, 'byline' | 'notice' | 'licenceLink'> {
  const link = asText(values.webStatement);
  return {
    notice: asText(values.copyrightNotice),
    licenceLink: isLicenceLink(link) ? link : undefined,
    byline: [asText(values.creator), asText(values.creditLine)].filter((part) => part !== '').join(' / '),
  };
}

type Note = Pick<SampleLine, 'note' | 'attention'>;
const plain = (note: string): Note => ({ note, attention: false });
const look = (note: string): Note => ({ note, attention: true });

function lineFor(
  template: Template,
  entry: Entry,
  result: Resulting,
  before: FieldValue | undefined,
  nameOf: (id: string) => string,
): SampleLine {
  const { field: id } = entry;
  const { value } = result;
  const max = field(id).type === 'date' ? undefined : field(id).iim?.maxBytes;
  const bytes = Math.max(0, ...asList(value).map(utf8Length));
  const measured = max === undefined || value === null ? {} : { gauge: { bytes, max } };
  const held = value === null ? [] : iimTexts(id, value).map(({ text }) => text);
  const kept = typeof value === 'string' ? (held[0] ?? '') : held;
  const isCut = max !== undefined && bytes > max;
  return {
    value,
    ...measured,
    ...(isCut ? { kept } : {}),
    ...(originNote(template, result, nameOf) ??
      (isCut ? look(`${bytes} of ${max} bytes: IIM cuts it`) : undefined) ??
      fieldNote(id, value) ??
      changeNote(value, before)),
  };
}

/** Where another template, or a missing value, decides. */
function originNote(
  { id }: Template,
  { leftOut, givenBy, stoodBack, value }: Resulting,
  nameOf: (id: string) => string,
): Note | undefined {
  const missing = leftOut.find((one) => one.templateId === id)?.missing;
  if (missing) return look(`left out: no ${missing.join(', ')}`);
  if (stoodBack.includes(id)) return plain('already there, kept');
  const winner = givenBy.at(-1);
  if (value !== null && winner !== undefined && !givenBy.includes(id))
    return look(`“${nameOf(winner)}” wins`);
  const others = givenBy.filter((one) => one !== id);
  return others.length > 0 && givenBy.includes(id)
    ? plain(`with “${others.map(nameOf).join('”, “')}”`)
    : undefined;
}

function fieldNote(id: FieldId, value: FieldValue | null): Note | undefined {
  const text = asText(value);
  if (value === null) return undefined;
  if (id === 'copyrightNotice') {
    const { sign, year, owner } = noticeElements(text);
    const lacking = [!sign && 'sign', !year && 'year', !owner && 'owner'].filter(Boolean);
    return lacking.length > 0 ? look(`lacks ${lacking.join(' and ')}`) : plain('sign ✓ owner ✓ year ✓');
  }
  if (id === 'webStatement')
    return isLicenceLink(text)
      ? plain('licence link ready')
      : look('no licence link: needs a whole https:// address');
  if (id === 'rightsStatus' && value === 'public-domain') return look('gives up all rights, for ever');
  if (field(id).question === 'reached') return plain('public in every copy');
  return undefined;
}

function changeNote(value: FieldValue | null, before: FieldValue | undefined): Note {
  if (value === null) return plain(before === undefined ? 'empty already' : 'erased');
  if (sameValue(value, before)) return plain('already there');
  return plain(before === undefined ? 'was empty' : `was “${shortened(asText(before))}”`);
}

function shortened(text: string): string {
  return text.length > 28 ? `${text.slice(0, 27)}…` : text;
}
