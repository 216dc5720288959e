import { desc, sql } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import { asText } from '../../../core/catalogue/value';
import { presentValues } from '../../../core/drafts/present';
import { replaceText } from '../../../core/drafts/replaceText';
import { type Condition, conditionText } from '../../../core/search/condition';
import { type IdentityPart, identityPartNames, identityParts } from '../../../core/templates/identity';
import { embargoIn } from '../../../core/upkeep/embargo';
import { isoDay } from '../../../core/wording/formatDate';
import type { Context } from '../../context';
import { identityVersions } from '../../db/schema/identities';
import { photoSearch } from '../../db/schema/search';
import { listIdentities } from '../identities/identities';
import { listPhotosById } from '../photos/photos';
import { searchOf } from '../search/askedSearch';
import { foundBy } from '../search/searchPhotos';

/** A text in pictures that is out of date, with its replacement and the search that finds the pictures. */
export interface Replacement {
  readonly why: 'details' | 'embargo';
  /** The name of the details, or the last day of the embargo (ISO 8601). */
  readonly of: string;
  readonly field: FieldId;
  readonly from: string;
  /** '' removes the text. */
  readonly to: string;
  readonly where: readonly string[];
  readonly pictures: number;
  readonly examples: readonly { readonly before: string; readonly after: string }[];
}
type Candidate = Omit<Replacement, 'where' | 'pictures' | 'examples'> & { readonly isWhole: boolean };

const MOST_CANDIDATES = 200;
const EXAMPLES = 3;
/** A shorter text occurs in too many others. */
const SHORTEST_WITHIN = 4;
/** Fields that contain the text of a part beside the part's own field. */
const within: { readonly [P in IdentityPart]?: readonly FieldId[] } = {
  name: ['copyrightNotice', 'creditLine'],
  'credit line': ['copyrightNotice'],
};

/** Lists texts that pictures still carry: former values of details, and sentences about ended embargoes. */
export async function listReplacements(context: Context): Promise<Replacement[]> {
  const candidates = [...(await formerDetails(context)), ...(await endedEmbargoes(context))];
  const all: Replacement[] = [];
  for (const candidate of candidates.slice(0, MOST_CANDIDATES)) {
    const found = await withPictures(context, candidate);
    if (found) all.push(found);
  }
  return all;
}

async function formerDetails(context: Context): Promise<Candidate[]> {
  const present = await listIdentities(context);
  const versions = await context.db.select().from(identityVersions).orderBy(desc(identityVersions.createdAt));
  const isPresent = (part: IdentityPart, text: string) => present.some((one) => one.parts[part] === text);
  const known = [...versions, ...present].flatMap(({ parts }) => Object.values(parts));
  // "Tarn" within "Tarn & Tide", another former name: replacing the shorter one would break the longer one.
  const isPartOfOther = (text: string, to: string) =>
    known.some((one) => one !== text && one !== to && replaceText(one, text, '') !== one);
  const candidates = versions.flatMap(({ identityId, parts }) => {
    const now = present.find((one) => one.id === identityId);
    if (!now) return [];
    return identityPartNames.flatMap((part) => {
      const from = parts[part] ?? '';
      const to = now.parts[part] ?? '';
      if (from === '' || isPresent(part, from)) return [];
      const made = { why: 'details', of: now.name, from, to } as const;
      const isSafeWithin = to !== '' && from.length >= SHORTEST_WITHIN && !isPartOfOther(from, to);
      const others = isSafeWithin ? (within[part] ?? []) : [];
      return [
        { ...made, field: identityParts[part].field as FieldId, isWhole: true },
        ...others.map((field) => ({ ...made, field, isWhole: false })),
      ];
    });
  });
  return [...new Map(candidates.map((one) => [`${one.field} ${one.from}`, one])).values()];
}

/** Reads one picture of each different text. */
async function endedEmbargoes(context: Context): Promise<Candidate[]> {
  const texts = sql`${photoSearch.values} ->> 'instructions'`;
  const { rows } = await context.db.execute<{ id: string }>(sql`
    select min(${photoSearch.photoId}::text) as id from ${photoSearch}
    where ${photoSearch.body} like '%embargo%' and ${texts} like '%embargo%' group by ${texts} limit ${MOST_CANDIDATES}`);
  const photos = await listPhotosById(
    context,
    rows.map((row) => row.id),
  );
  const today = isoDay(context.now());
  const ended = photos.flatMap(({ record, drafts }) => {
    const embargo = embargoIn(asText(presentValues(record.fields, drafts).instructions));
    return embargo && embargo.until < today ? [embargo] : [];
  });
  return [...new Map(ended.map((one) => [one.sentence, one])).values()].map(({ sentence, until }) => ({
    why: 'embargo',
    of: until,
    field: 'instructions',
    from: sentence,
    to: '',
    isWhole: false,
  }));
}

async function withPictures(
  context: Context,
  { isWhole, ...candidate }: Candidate,
): Promise<Replacement | undefined> {
  const { field: subject, from, to } = candidate;
  const condition: Condition = { kind: isWhole ? 'is' : 'contains', subject, text: from };
  const where = [conditionText(condition)];
  const { search, notUnderstood } = searchOf({ words: '', where });
  if (notUnderstood.length > 0) return undefined;
  const found = await foundBy(context, search);
  const { rows } = await context.db.execute<{ pictures: number; ids: string[] | null }>(sql`
    select count(*)::integer as pictures, (array_agg(id order by id))[1:${sql.raw(String(EXAMPLES * 4))}] as ids
    from (${found}) as found`);
  const { pictures, ids } = rows[0]!;
  const photos = await listPhotosById(context, ids ?? []);
  const examples = photos.flatMap(({ record, drafts }) => {
    const before = presentValues(record.fields, drafts)[subject];
    const after = replaceText(before, from, to);
    return asText(before) === asText(after) ? [] : [{ before: asText(before), after: asText(after) }];
  });
  const distinct = [...new Map(examples.map((one) => [one.before, one])).values()].slice(0, EXAMPLES);
  return distinct.length === 0 ? undefined : { ...candidate, where, pictures, examples: distinct };
}
