import { sql } from 'drizzle-orm';
import { termKey } from '../../../core/keywords/parse';
import type { Context } from '../../context';
import { photoKeywords } from '../../db/schema/vocabulary';
import { writeAcross } from '../drafts/writeAcross';
import { replaceInTemplates, templatesWithKeywords } from '../templates/templateKeywords';

/** Words on pictures, and where: what a change of the vocabulary would be carried through to. */
export interface Carriers {
  readonly pictures: number;
  readonly assignments: readonly { readonly id: string; readonly name: string; readonly pictures: number }[];
  /** Templates that put the word. */
  readonly templates: readonly { readonly id: string; readonly name: string }[];
  /** Some of the pictures, to show them. */
  readonly samples: readonly { readonly id: string; readonly revision: string; readonly name: string }[];
}

const SAMPLES = 6;

/** All spellings on pictures that differ from some words by case alone. */
async function spellingsOf({ db }: Context, words: readonly string[]): Promise<string[]> {
  const keys = new Set(words.map(termKey));
  const rows = await db.selectDistinct({ spelling: photoKeywords.spelling }).from(photoKeywords);
  return rows.flatMap(({ spelling }) => (keys.has(termKey(spelling)) ? [spelling] : []));
}

/** Which pictures carry one of some words, by assignment. `except` is the spelling that they are to have. */
export async function carriersOf(
  context: Context,
  words: readonly string[],
  except?: string,
): Promise<Carriers> {
  const spellings = (await spellingsOf(context, words)).filter((one) => one !== except);
  const templates = await templatesWithKeywords(context, words);
  if (spellings.length === 0) return { pictures: 0, assignments: [], templates, samples: [] };
  const carrying = sql`exists (select 1 from photo_keywords k where k.photo_id = p.id and k.spelling = any(${sql.param(spellings)}::text[]))`;
  const { rows: assignments } = await context.db.execute<{ id: string; name: string; pictures: string }>(sql`
    select a.id, a.name, count(*) as pictures from photos p join assignments a on a.id = p.assignment_id
    where ${carrying} group by a.id, a.name order by a.name`);
  const { rows: samples } = await context.db.execute<Carriers['samples'][number]>(sql`
    select p.id, p.name, f.modified_ns as revision from photos p join files f on f.photo_id = p.id and f.role = 'main'
    where ${carrying} and p.gone_at is null order by p.assignment_id, p.position limit ${SAMPLES}`);
  const counts = assignments.map((one) => ({ ...one, pictures: Number(one.pictures) }));
  return {
    pictures: counts.reduce((sum, one) => sum + one.pictures, 0),
    assignments: counts,
    templates,
    samples,
  };
}

export interface CarryThrough {
  readonly from: readonly string[];
  /** None takes the words away. */
  readonly to: readonly string[];
  /** Where it is done; everywhere, where none is named. */
  readonly assignments?: readonly string[];
}

/**
 * Writes drafts on the pictures that carry some words: others in their place, in templates too. Each assignment's act can
 * be undone there, each template has its former version.
 */
export async function carryThrough(
  context: Context,
  { from, to, assignments }: CarryThrough,
): Promise<{ pictures: number; templates: number }> {
  const { templates } = await replaceInTemplates(context, from, to);
  const spellings = await spellingsOf(context, from);
  if (spellings.length === 0) return { pictures: 0, templates };
  const wanted = assignments ? sql`and p.assignment_id = any(${sql.param([...assignments])}::uuid[])` : sql``;
  const { rows } = await context.db.execute<{ id: string; assignmentId: string }>(sql`
    select distinct p.id, p.assignment_id as "assignmentId" from photos p join photo_keywords k on k.photo_id = p.id
    where k.spelling = any(${sql.param(spellings)}::text[]) ${wanted}
    order by p.assignment_id, p.id`);
  await writeAcross(context, rows, { kind: 'replace-keywords', from: spellings, to });
  return { pictures: rows.length, templates };
}
