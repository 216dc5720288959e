import { and, eq, inArray, sql } from 'drizzle-orm';
import { joinSignOff, splitSignOff } from '../../core/captions/signOff';
import type { FieldId } from '../../core/catalogue/fields';
import { asText, type FieldValue, normalised, sameValue } from '../../core/catalogue/value';
import { presentValues } from '../../core/drafts/present';
import { resolve } from '../../core/templates/resolve';
import { applyRule } from '../../core/templates/rules';
import type { Database, Queries } from '../db/client';
import { drafts } from '../db/schema';
import type { DraftOrigin } from '../db/stored';
import { inTransaction } from '../db/transaction';
import { announce } from '../jobs/queue';
import { checkedValue } from './checkedValue';
import { refuseFillIns } from './fillIns';
import { inForceOf } from './inForce';
import { type DraftValue, type ListedPhoto, listPhotosOf, lockPhotos } from './photos';

/** One act at the writing desk, on every picture named. */
export type Writing =
  | { readonly kind: 'set'; readonly field: FieldId; readonly value: FieldValue | null }
  /** Words in front of the sign-off, which stays where a picture has one. */
  | { readonly kind: 'caption'; readonly text: string }
  | { readonly kind: 'add-keywords' | 'remove-keywords'; readonly terms: readonly string[] }
  | { readonly kind: 'put-templates' }
  | { readonly kind: 'discard' };

type NewDrafts = ReadonlyMap<FieldId, DraftValue | undefined>;
const byHand: DraftOrigin = { by: 'hand' };

/** Writes drafts. A draft that says what the file says already is no draft. */
export async function writeDrafts(
  db: Database,
  assignmentId: string,
  photoIds: readonly string[],
  writing: Writing,
): Promise<void> {
  await inTransaction(db, async (tx) => {
    await lockPhotos(tx, assignmentId, photoIds);
    const chosen = await listPhotosOf(tx, assignmentId, photoIds);
    const drafter = await drafterFor(tx, assignmentId, writing);
    for (const photo of chosen) await keep(tx, photo, drafter(photo));
    await announce(tx, { kind: 'photos', id: assignmentId });
  });
}

/** Writes drafts that another act has worked out, with their origin. */
export async function writeOriginDrafts(
  db: Database,
  assignmentId: string,
  wanted: ReadonlyMap<string, ReadonlyMap<FieldId, FieldValue | null>>,
  origin: DraftOrigin,
): Promise<void> {
  await inTransaction(db, async (tx) => {
    await lockPhotos(tx, assignmentId, [...wanted.keys()]);
    for (const photo of await listPhotosOf(tx, assignmentId, [...wanted.keys()])) {
      const values = wanted.get(photo.id)!;
      await keep(tx, photo, new Map([...values].map(([field, value]) => [field, { value, origin }])));
    }
    await announce(tx, { kind: 'photos', id: assignmentId });
  });
}

async function drafterFor(
  db: Queries,
  assignmentId: string,
  writing: Writing,
): Promise<(photo: ListedPhoto) => NewDrafts> {
  const one = (field: FieldId, value: FieldValue | null): NewDrafts =>
    new Map([[field, { value: normalised(value), origin: byHand }]]);
  switch (writing.kind) {
    case 'set': {
      const value = checkedValue(writing.field, writing.value);
      return () => one(writing.field, value);
    }
    case 'add-keywords':
    case 'remove-keywords': {
      if (writing.kind === 'add-keywords') checkedValue('keywords', writing.terms);
      const rule = writing.kind === 'add-keywords' ? 'add' : 'remove';
      return (photo) =>
        one(
          'keywords',
          applyRule(
            'keywords',
            rule,
            presentValues(photo.record.fields, photo.drafts).keywords,
            writing.terms,
          ),
        );
    }
    case 'discard':
      return (photo) => new Map((Object.keys(photo.drafts) as FieldId[]).map((field) => [field, undefined]));
    default:
      return templateDrafter(db, assignmentId, writing);
  }
}

async function templateDrafter(
  db: Queries,
  assignmentId: string,
  writing: Extract<Writing, { kind: 'caption' | 'put-templates' }>,
): Promise<(photo: ListedPhoto) => NewDrafts> {
  const { templates, compiled, contextOf, signOffOf } = await inForceOf(db, assignmentId);
  if (writing.kind === 'put-templates') refuseFillIns(templates);
  return (photo) => {
    const values = presentValues(photo.record.fields, photo.drafts);
    if (writing.kind === 'caption') {
      checkedValue('description', writing.text);
      const signOff = signOffOf(photo, values);
      const signed = splitSignOff(asText(values.description), signOff).signedOff;
      return new Map([
        [
          'description',
          { value: normalised(joinSignOff(writing.text, signed ? signOff : undefined)), origin: byHand },
        ],
      ]);
    }
    const { changes } = resolve(compiled, values, contextOf(photo));
    return new Map(
      [...changes].map(([field, { value, templateId }]) => {
        const template = templates.find((one) => one.id === templateId)!;
        return [
          field,
          { value, origin: { by: 'template', templateId, version: template.version, name: template.name } },
        ];
      }),
    );
  };
}

async function keep(db: Queries, photo: ListedPhoto, made: NewDrafts): Promise<void> {
  const isDraft = ([field, draft]: [FieldId, DraftValue | undefined]) => {
    const reading = photo.record.fields[field];
    return draft !== undefined && (reading?.agrees === false || !sameValue(reading?.value, draft.value));
  };
  const kept = [...made].filter(isDraft);
  const gone = [...made.keys()].filter((field) => !kept.some(([one]) => one === field));
  if (gone.length > 0)
    await db.delete(drafts).where(and(eq(drafts.photoId, photo.id), inArray(drafts.field, gone)));
  for (const [field, draft] of kept) {
    const row = { value: draft!.value, origin: draft!.origin, changedAt: new Date() };
    await db
      .insert(drafts)
      .values({ photoId: photo.id, field, ...row })
      .onConflictDoUpdate({
        target: [drafts.photoId, drafts.field],
        set: { ...row, stamp: sql`gen_random_uuid()` },
      });
  }
}
