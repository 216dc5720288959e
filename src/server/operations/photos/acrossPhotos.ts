import { sql } from 'drizzle-orm';
import { splitSignOff } from '../../../core/captions/signOff';
import { asText } from '../../../core/catalogue/value';
import { type Across, across, termsAcross } from '../../../core/drafts/across';
import { type Disagreement, disagreementsAcross, disagrees } from '../../../core/drafts/disagreements';
import { presentValues } from '../../../core/drafts/present';
import { type Proof, proofOf } from '../../../core/drafts/proof';
import type { Scope } from '../../../core/drafts/scope';
import { hindrancesIn } from '../../../core/embed/hindrances';
import type { Context } from '../../context';
import { inForceOf } from '../assignments/inForce';
import { draftedPhotos, listPhotosOf } from './photosInScope';

/** What the writing desk shows of a selection. */
export interface Desk {
  /** Captions without their sign-offs. */
  readonly caption: Across;
  /** How many different sign-offs stand under them, and one of them. */
  readonly signOffs: number;
  readonly signOff?: string;
  readonly keywords: readonly { readonly term: string; readonly count: number }[];
  /** Pictures whose records disagree somewhere, where no draft settles it. */
  readonly disagreeing: number;
}

const VARIANTS = 50;
const TERMS = 500;

/** Caption and keywords across a selection: the same on all, or which on how many. */
export async function deskOf(context: Context, assignmentId: string, scope: Scope): Promise<Desk> {
  const [photos, { signOffOf }] = await Promise.all([
    listPhotosOf(context, assignmentId, scope),
    inForceOf(context, assignmentId),
  ]);
  const all = photos.map((photo) => {
    const values = presentValues(photo.record.fields, photo.drafts);
    const offered = signOffOf(photo, values);
    const { caption, signedOff } = splitSignOff(asText(values.description), offered);
    return { caption, signOff: signedOff ? offered : undefined, keywords: values.keywords };
  });
  const { variants, ...held } = across(all.map((one) => one.caption));
  const signOffs = new Set(all.map((one) => one.signOff));
  const [signOff] = signOffs;
  return {
    caption: { ...held, variants: variants.slice(0, VARIANTS) },
    signOffs: signOffs.size,
    ...(signOffs.size === 1 && signOff !== undefined ? { signOff } : {}),
    keywords: termsAcross(all.map((one) => one.keywords)).slice(0, TERMS),
    disagreeing: photos.filter(({ record, drafts }) => disagrees({ fields: record.fields, drafts })).length,
  };
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
}

/** Old → new for the drafts of some photos of an assignment. */
export async function proofOfDrafts(
  context: Context,
  assignmentId: string,
  scope: Scope,
): Promise<DraftsProof> {
  const { rows } = await context.db.execute<{ as_of: string }>(
    sql`select to_char(now() at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as as_of`,
  );
  const photos = await draftedPhotos(context, assignmentId, scope);
  const hindered = photos.map(({ record }) => hindrancesIn(record.problems));
  return {
    ...proofOf(photos.map(({ record, drafts }) => ({ file: record.fields, drafts }))),
    asOf: rows[0]!.as_of,
    unreadable: hindered.filter((one) => one.unreadable).length,
    signed: hindered.filter((one) => one.signed).length,
  };
}
