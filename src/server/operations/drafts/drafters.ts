import type { FieldId } from '../../../core/catalogue/fields';
import { asList, asText, type FieldValue, normalised, sameValue } from '../../../core/catalogue/value';
import { type Settlement, valueIn } from '../../../core/drafts/disagreements';
import { presentValues } from '../../../core/drafts/present';
import { replaceText } from '../../../core/drafts/replaceText';
import { keywordHierarchy } from '../../../core/keywords/hierarchy';
import { replaceTerms } from '../../../core/keywords/replaceTerms';
import { applyRule } from '../../../core/templates/rules';
import type { Context } from '../../context';
import { inForceOf } from '../assignments/inForce';
import type { LeanPhoto } from '../photos/photos';
import { termWriter } from '../vocabulary/offerTerms';
import { lookupOf, readVocabulary } from '../vocabulary/readVocabulary';
import { captionDrafter, creditsDrafter } from './captionDrafter';
import { captionOf } from './captionWords';
import { checkedValue } from './checkedValue';
import { composeDrafter } from './composeDrafter';
import type { NewDrafts } from './draftChanges';
import { byHand, type Drafter, handDraft as one } from './drafter';
import { templatesDrafter } from './templatesDrafter';
import type { FieldChanges, Writing } from './writing';

/** How an act writes; what it needs for all pictures is read once. */
export async function drafterFor(
  context: Context,
  assignmentId: string,
  chosen: readonly LeanPhoto[],
  writing: Writing,
): Promise<Drafter> {
  switch (writing.kind) {
    case 'set': {
      const made = one(writing.field, checkedValue(writing.field, writing.value));
      return { draftsOf: () => made };
    }
    case 'add-keywords':
      return termsDrafter('keywords', true, (await termWriter(context))(writing.terms));
    case 'remove-keywords':
      return termsDrafter('keywords', false, writing.terms);
    case 'replace-keywords':
      return replaceDrafter(writing.from, writing.to);
    case 'replace-text':
      return textDrafter(writing);
    case 'keyword-paths':
      return pathsDrafter(context);
    case 'add-people':
    case 'remove-people':
      return termsDrafter('personShown', writing.kind === 'add-people', writing.terms);
    case 'set-fields': {
      const made = checkedDrafts(writing.values);
      const signed = await underCaptions(context, assignmentId);
      return { draftsOf: (photo) => signed(photo, made) };
    }
    case 'cells': {
      const led = await withWrittenTerms(context);
      const byId = new Map(writing.rows.map(({ id, values }) => [id, checkedDrafts(led(values))]));
      const signed = await underCaptions(context, assignmentId);
      return { draftsOf: (photo) => signed(photo, byId.get(photo.id) ?? new Map()) };
    }
    case 'discard':
      return { draftsOf: (photo) => discarded(photo, writing.fields) };
    case 'does-not-apply':
      return { draftsOf: () => new Map() };
    case 'compose':
      return composeDrafter(context, assignmentId, writing);
    case 'settle':
      return { draftsOf: (photo) => settledDrafts(photo, writing.choices) };
    case 'caption':
      return captionDrafter(context, assignmentId, writing);
    case 'credits-line':
      return creditsDrafter(context, assignmentId, writing);
    case 'put-templates':
      return templatesDrafter(context, assignmentId, chosen, writing);
  }
}

/** Keywords that were typed into cells are led to their terms, as everywhere. */
async function withWrittenTerms(context: Context): Promise<(values: FieldChanges) => FieldChanges> {
  const write = await termWriter(context);
  return (values) => {
    if (!values.keywords) return values;
    const keywords = write(asList(values.keywords));
    return { ...values, keywords: keywords.length === 0 ? null : keywords };
  };
}

function checkedDrafts(values: FieldChanges): NewDrafts {
  return new Map(
    (Object.entries(values) as [FieldId, FieldValue | null][]).map(([field, value]) => [
      field,
      { value: normalised(checkedValue(field, value)), origin: byHand },
    ]),
  );
}

/** A description among several fields is a caption: the sign-off under it stays. */
async function underCaptions(context: Context, assignmentId: string) {
  const { signOffOf } = await inForceOf(context, assignmentId);
  return (photo: LeanPhoto, made: NewDrafts): NewDrafts => {
    const words = made.get('description');
    if (!words) return made;
    const value = captionOf(photo, signOffOf).withWords(asText(words.value));
    return new Map([...made, ['description', { ...words, value: value === '' ? null : value }]]);
  };
}

function discarded(photo: LeanPhoto, fields: readonly FieldId[] | undefined): NewDrafts {
  const held = Object.keys(photo.drafts) as FieldId[];
  return new Map(held.filter((id) => fields?.includes(id) ?? true).map((id) => [id, undefined]));
}

function termsDrafter(id: 'keywords' | 'personShown', isAdding: boolean, terms: readonly string[]): Drafter {
  if (isAdding) checkedValue(id, terms);
  const rule = isAdding ? 'add' : 'remove';
  return {
    draftsOf: ({ record, drafts }) =>
      one(id, applyRule(id, rule, presentValues(record.fields, drafts)[id], terms)),
  };
}

function replaceDrafter(from: readonly string[], to: readonly string[]): Drafter {
  checkedValue('keywords', to);
  return {
    draftsOf: ({ record, drafts }) => {
      const before = asList(presentValues(record.fields, drafts).keywords);
      const after = replaceTerms(before, from, to);
      return after === before ? new Map() : one('keywords', after.length === 0 ? null : after);
    },
  };
}

function textDrafter({ field, from, to }: Extract<Writing, { kind: 'replace-text' }>): Drafter {
  return {
    draftsOf: ({ record, drafts }) => {
      const before = presentValues(record.fields, drafts)[field];
      const after = replaceText(before, from, to);
      return after === undefined || sameValue(after, before)
        ? new Map()
        : one(field, checkedValue(field, after));
    },
  };
}

async function pathsDrafter(context: Context): Promise<Drafter> {
  const vocabulary = await readVocabulary(context);
  return {
    draftsOf: ({ record, drafts }) => {
      const words = asList(presentValues(record.fields, drafts).keywords);
      const tree = keywordHierarchy(vocabulary, lookupOf(vocabulary), words);
      return one('keywordHierarchy', tree.length === 0 ? null : tree);
    },
  };
}

function settledDrafts({ record, drafts }: LeanPhoto, choices: readonly Settlement[]): NewDrafts {
  const settled = choices.flatMap(({ field, source }) => {
    const value = drafts[field] ? undefined : valueIn(field, record.fields[field], source);
    return value === undefined ? [] : [[field, { value, origin: byHand }] as const];
  });
  return new Map(settled);
}
