import { joinSignOff, splitSignOff } from '../../../core/captions/signOff';
import type { FieldId } from '../../../core/catalogue/fields';
import { asText, type FieldValue, normalised } from '../../../core/catalogue/value';
import { type Settlement, valueIn } from '../../../core/drafts/disagreements';
import { presentValues } from '../../../core/drafts/present';
import { fillable } from '../../../core/rights/makers';
import { compileTemplates, resolve } from '../../../core/templates/resolve';
import { applyRule } from '../../../core/templates/rules';
import type { Context } from '../../context';
import type { DraftOrigin } from '../../db/stored/drafts';
import type { OperationError } from '../../problems/errors';
import { failure } from '../../problems/errors';
import { inForceOf } from '../assignments/inForce';
import type { ListedPhoto } from '../photos/photos';
import { refuseUnusable } from '../templates/refuseUnusable';
import { templatesById } from '../templates/templates';
import { checkedValue } from './checkedValue';
import type { NewDrafts } from './draftChanges';
import { type MakerGroup, othersAmong } from './othersPictures';

/** One act at the writing desk, on every picture named. */
export type Writing =
  | { readonly kind: 'set'; readonly field: FieldId; readonly value: FieldValue | null }
  /**
   * Words in front of the sign-off, which stays where a picture has one. `met` are the captions that were
   * seen before: where another one stands now, somebody else wrote it, and nothing is written.
   */
  | { readonly kind: 'caption'; readonly text: string; readonly met?: readonly string[] }
  | { readonly kind: 'add-keywords' | 'remove-keywords'; readonly terms: readonly string[] }
  /** Where records disagree: the value of one of them, for each field; pictures that lack it there stay as they are. */
  | { readonly kind: 'settle'; readonly choices: readonly Settlement[] }
  /** Templates in their order; without them those in force. */
  | { readonly kind: 'put-templates'; readonly templates?: readonly string[] }
  | { readonly kind: 'discard' };

/** What an act makes of each picture, and what it is told of. */
export interface Drafter {
  readonly draftsOf: (photo: ListedPhoto) => NewDrafts;
  readonly templates?: readonly { readonly id: string; readonly name: string }[];
  /** Pictures of others among those asked for, by their maker. */
  readonly others?: readonly MakerGroup[];
}

const byHand: DraftOrigin = { by: 'hand' };
const one = (field: FieldId, value: FieldValue | null): NewDrafts =>
  new Map([[field, { value: normalised(value), origin: byHand }]]);

/** How an act writes; what it needs for all pictures is read once. */
export async function drafterFor(
  context: Context,
  assignmentId: string,
  chosen: readonly ListedPhoto[],
  writing: Writing,
): Promise<Drafter> {
  switch (writing.kind) {
    case 'set': {
      const value = checkedValue(writing.field, writing.value);
      return { draftsOf: () => one(writing.field, value) };
    }
    case 'add-keywords':
    case 'remove-keywords':
      return keywordsDrafter(writing);
    case 'discard':
      return {
        draftsOf: (photo) =>
          new Map((Object.keys(photo.drafts) as FieldId[]).map((field) => [field, undefined])),
      };
    case 'settle':
      return { draftsOf: (photo) => settledDrafts(photo, writing.choices) };
    case 'caption':
      return captionDrafter(context, assignmentId, writing);
    case 'put-templates':
      return templatesDrafter(context, assignmentId, chosen, writing.templates);
  }
}

function keywordsDrafter({ kind, terms }: Extract<Writing, { terms: unknown }>): Drafter {
  if (kind === 'add-keywords') checkedValue('keywords', terms);
  const rule = kind === 'add-keywords' ? 'add' : 'remove';
  return {
    draftsOf: ({ record, drafts }) =>
      one('keywords', applyRule('keywords', rule, presentValues(record.fields, drafts).keywords, terms)),
  };
}

function settledDrafts({ record, drafts }: ListedPhoto, choices: readonly Settlement[]): NewDrafts {
  const settled = choices.flatMap(({ field, source }) => {
    const value = drafts[field] ? undefined : valueIn(field, record.fields[field], source);
    return value === undefined ? [] : [[field, { value, origin: byHand }] as const];
  });
  return new Map(settled);
}

async function captionDrafter(
  context: Context,
  assignmentId: string,
  { text, met }: Extract<Writing, { kind: 'caption' }>,
): Promise<Drafter> {
  checkedValue('description', text);
  const { signOffOf } = await inForceOf(context, assignmentId);
  return {
    draftsOf: (photo) => {
      const values = presentValues(photo.record.fields, photo.drafts);
      const signOff = signOffOf(photo, values);
      const { caption, signedOff } = splitSignOff(asText(values.description), signOff);
      if (met && caption !== text && !met.includes(caption)) throw writtenElsewhere(photo.name, caption);
      return one('description', joinSignOff(text, signedOff ? signOff : undefined));
    },
  };
}

function writtenElsewhere(name: string, caption: string): OperationError {
  const now = caption === '' ? 'was emptied' : `is now “${caption}”`;
  return failure('caption-written-elsewhere', { name, now });
}

/** Pictures of others get what was answered about their maker; without an answer nothing. */
async function templatesDrafter(
  context: Context,
  assignmentId: string,
  chosen: readonly ListedPhoto[],
  ids: readonly string[] | undefined,
): Promise<Drafter> {
  const inForce = await inForceOf(context, assignmentId);
  const templates = ids === undefined ? inForce.templates : await templatesById(context, ids);
  refuseUnusable(templates);
  const compiled = ids === undefined ? inForce.compiled : compileTemplates(templates);
  const byId = new Map(templates.map((template) => [template.id, template]));
  const { answerOf, groups } = await othersAmong(context, chosen, [...templates, ...inForce.templates]);
  const draftsOf = (photo: ListedPhoto): NewDrafts => {
    const answer = answerOf(photo);
    if (answer === 'leave' || answer === 'unknown') return new Map();
    const values = presentValues(photo.record.fields, photo.drafts);
    const mayWrite = answer === 'fill' ? fillable(values) : () => true;
    const { changes } = resolve(compiled, values, inForce.contextOf(photo));
    return new Map(
      [...changes].flatMap(([field, { value, templateId }]) => {
        const { name, version } = byId.get(templateId)!;
        const origin: DraftOrigin = { by: 'template', templateId, version, name };
        return mayWrite(field) ? [[field, { value, origin }] as const] : [];
      }),
    );
  };
  return { draftsOf, templates: templates.map(({ id, name }) => ({ id, name })), others: groups };
}
