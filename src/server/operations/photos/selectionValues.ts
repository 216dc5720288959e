import { and, eq, isNotNull, type SQL, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import { type Across, across, termsAcross } from '../../../core/drafts/across';
import { type Disagreement, disagreementsAcross, disagrees } from '../../../core/drafts/disagreements';
import { type IimCut, iimCuts } from '../../../core/drafts/iimCuts';
import { type Proof, proofOf } from '../../../core/drafts/proof';
import type { Scope } from '../../../core/drafts/scope';
import { hindrancesIn } from '../../../core/embed/hindrances';
import { fieldsImplied } from '../../../core/mapping/implied';
import type { ThreadId } from '../../../core/threads/threads';
import type { Context } from '../../context';
import { drafts } from '../../db/schema/drafts';
import { photos } from '../../db/schema/photos';
import { snapshotNow } from '../../db/snapshot';
import type { StoredRecord } from '../../db/stored/records';
import { inForceOf } from '../assignments/inForce';
import { captionOf } from '../drafts/captionWords';
import { type LeanPhoto, listPhotosById } from './photos';
import { listedWith } from './photosForAct';
import { alikePhotosOf, listPhotosOf } from './photosInScope';
import { hasDraftsToEmbed, inScope } from './scope';

/** One field across a selection, with where it comes from. */
export interface FieldAcross extends Across {
  /** Pictures in which a draft is over the file. */
  readonly drafted: number;
  /** Pictures whose records disagree about it, where no draft settles it. */
  readonly broken: number;
}

/** What the writing desk shows of a selection. */
export interface Desk {
  /** Of the database, before anything else was read. */
  readonly snapshot: string;
  /** Captions without their sign-offs. */
  readonly caption: Across;
  /** How many different sign-offs are under them, and one of them. */
  readonly signOffs: number;
  readonly signOff?: string;
  readonly keywords: readonly { readonly term: string; readonly count: number }[];
  /** Further keywords, which are only counted. */
  readonly moreKeywords: number;
  /** Pictures whose records disagree somewhere, where no draft settles it. */
  readonly disagreeing: number;
  /** Threads that do not apply, with how many pictures were marked so. */
  readonly notApplicable: { readonly [K in ThreadId]?: number };
  /** The fields that were asked for. */
  readonly fields: { readonly [K in FieldId]?: FieldAcross };
}

const VARIANTS = 50;
const CUTS = 20;
const TERMS = 500;

/** Caption and keywords across a selection: the same on all, or which on how many. */
export async function deskOf(
  context: Context,
  assignmentId: string,
  scope: Scope,
  asked: readonly FieldId[] = [],
): Promise<Desk> {
  const { snapshot } = await snapshotNow(context);
  const inForce = await inForceOf(context, assignmentId);
  const fields = [...new Set<FieldId>([...inForce.captionFields, 'keywords', ...asked])];
  const kinds = await alikePhotosOf(context, assignmentId, scope, fields, {
    ...inForce,
    areBrokenReported: true,
  });
  const all = kinds.map(({ photo, ids }) => ({
    photo,
    count: ids.length,
    ...captionOf(photo, inForce.signOffOf),
  }));
  const { variants, ...held } = across(all.map(({ caption, count }) => ({ value: caption, count })));
  const signOffs = new Set(all.map((one) => one.signOff));
  const [signOff] = signOffs;
  const terms = termsAcross(all.map(({ values, count }) => ({ value: values.keywords, count })));
  return {
    snapshot,
    caption: { ...held, variants: variants.slice(0, VARIANTS) },
    signOffs: signOffs.size,
    ...(signOffs.size === 1 && signOff !== undefined ? { signOff } : {}),
    keywords: terms.slice(0, TERMS),
    moreKeywords: Math.max(0, terms.length - TERMS),
    disagreeing: await countDisagreeing(
      context,
      kinds.filter((one) => one.isBroken).flatMap(({ ids }) => ids),
    ),
    notApplicable: countMarks(all),
    fields: Object.fromEntries(asked.map((id) => [id, fieldAcross(id, all)])),
  };
}

interface Counted {
  readonly photo: LeanPhoto;
  readonly count: number;
  readonly values: { readonly [K in FieldId]?: FieldValue };
}

function fieldAcross(id: FieldId, all: readonly Counted[]): FieldAcross {
  const { variants, ...held } = across(all.map(({ values, count }) => ({ value: values[id], count })));
  const numberOf = (isMeant: (photo: LeanPhoto) => boolean) =>
    all.reduce((sum, { photo, count }) => sum + (isMeant(photo) ? count : 0), 0);
  return {
    ...held,
    variants: variants.slice(0, VARIANTS),
    drafted: numberOf(({ drafts }) => drafts[id] !== undefined),
    broken: numberOf(({ record, drafts }) => record.fields[id]?.agrees === false && !drafts[id]),
  };
}

/** Of pictures whose records disagree, those in which no draft settles it. */
async function countDisagreeing(context: Context, ids: readonly string[]): Promise<number> {
  const suspects = await listPhotosById(context, ids);
  return suspects.filter(({ record, drafts }) => disagrees({ fields: record.fields, drafts })).length;
}

function countMarks(all: readonly Counted[]): Desk['notApplicable'] {
  const counts: { [K in ThreadId]?: number } = {};
  for (const { photo, count } of all)
    for (const id of photo.notApplicable) counts[id] = (counts[id] ?? 0) + count;
  return counts;
}

/** Where the records of a selection disagree, and which file says what. */
export async function disagreementsOf(
  context: Context,
  assignmentId: string,
  scope: Scope,
): Promise<Disagreement[]> {
  const photos = await listPhotosOf(context, assignmentId, scope);
  return disagreementsAcross(photos.map(({ record, drafts }) => ({ fields: record.fields, drafts })));
}

/** A proof, with the number of pictures that are only written when somebody says so. */
export interface DraftsProof extends Proof {
  /** When it was made, ISO 8601: what is written after that is not in it. */
  readonly asOf: string;
  readonly unreadable: number;
  readonly signed: number;
  readonly restorable: number;
  /** Pictures whose drafts stay out, because their files hold other pictures now. */
  readonly replaced: number;
  /** Texts that IIM will cut; some of them. */
  readonly cuts: readonly IimCut[];
}

/** Old → new for the drafts of some photos of an assignment. */
export const proofOfDrafts = async (
  context: Context,
  assignmentId: string,
  scope: Scope,
): Promise<DraftsProof> => proofOfPhotos(context, await inScope(context, assignmentId, scope));

/** The same for photos of any assignments. */
export async function proofOfPhotos(context: Context, photosMeant: SQL): Promise<DraftsProof> {
  // A clock that was set back since must not leave out what is in the proof.
  const { rows } = await context.db.execute<{ as_of: string; fields: FieldId[] | null }>(sql`
    select to_char(greatest(now(), max(${drafts.changedAt})) at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as as_of,
      array_agg(distinct ${drafts.field}) as fields
    from ${drafts} join ${photos} on ${eq(photos.id, drafts.photoId)} where ${photosMeant}`);
  const { as_of: asOf, fields } = rows[0]!;
  const which = and(photosMeant, hasDraftsToEmbed(context));
  const listed = await listedWith<{ problems: StoredRecord['problems'] | null }>(
    context,
    which,
    fieldsImplied(fields ?? []),
    sql`nullif(r -> 'problems', '[]') as problems, `,
  );
  const drafted = listed.map(({ photo }) => photo);
  const hindered = listed.map(({ row }) => hindrancesIn(row.problems ?? []));
  return {
    ...proofOf(drafted.map((one) => ({ file: one.record.fields, drafts: one.drafts }))),
    asOf,
    unreadable: hindered.filter((one) => one.unreadable).length,
    signed: hindered.filter((one) => one.signed).length,
    restorable: hindered.filter((one) => one.restorable).length,
    replaced: await context.db.$count(photos, and(photosMeant, isNotNull(photos.replacedAt))),
    cuts: iimCuts(drafted, CUTS),
  };
}
