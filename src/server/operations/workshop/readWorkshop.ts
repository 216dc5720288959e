import { and, asc, countDistinct, eq, sql } from 'drizzle-orm';
import type { PictureQuery } from '../../../core/drafts/scope';
import { threads } from '../../../core/threads/threads';
import type { Context } from '../../context';
import { assignments, facts } from '../../db/schema/assignments';
import { drafts } from '../../db/schema/drafts';
import { openedFolders } from '../../db/schema/folders';
import { files, photos } from '../../db/schema/photos';
import { photoSearch } from '../../db/schema/search';
import { listAssignments } from '../assignments/assignments';
import { ownDeliveries } from '../deliveries/ownDeliveries';
import { listDropFolders, listFolders } from '../folders/folders';
import { missingFolders } from '../folders/workingFolder';
import { stripCounts } from '../photos/listSummaries';
import { makeSummariesOf, withoutSummaries } from '../photos/makeSummaries';
import { photosSpread } from '../photos/photos';
import { inScope } from '../photos/scope';
import { listTemplates } from '../templates/templates';

/** Previews beside an assignment's name, spread over the set, and in a task. */
const BESIDE = 5;
const IN_TASK = 3;
/** A page shows no more; the others come up as these are done. */
const MOST_TASKS = 6;

export interface Shown {
  readonly id: string;
  readonly revision: string;
}

/** What there is to do in an assignment: the gravest first. */
export interface Task {
  readonly kind: 'answer' | 'settle' | 'embed' | 'caption' | 'bring-in';
  readonly assignmentId: string;
  readonly assignment: string;
  readonly pictures: number;
  readonly shown: readonly Shown[];
  /** answer: the stated maker; bring-in: where the pictures lie. */
  readonly about?: string;
}

interface CountedAssignment {
  readonly id: string;
  readonly name: string;
  readonly photos: number;
  readonly isArchived: boolean;
  readonly drafted: number;
  /** How many pictures have which strip (threads/stripCode). */
  readonly strips: readonly { readonly strip: string; readonly count: number }[];
}

export interface WorkshopAssignment extends CountedAssignment {
  /** Its working folder is missing. */
  readonly isFolderMissing: boolean;
  readonly shown: readonly Shown[];
}

/** Which assignments the first page shows: those with all these words in name, facts or years, the newest first. */
export interface AssignmentSearch {
  readonly of: 'present' | 'archived' | 'all';
  readonly find: string;
  readonly most: number;
}
const firstAssignments: AssignmentSearch = { of: 'present', find: '', most: 40 };

/** Everything that the first page shows. */
export async function readWorkshop(context: Context, search: AssignmentSearch = firstAssignments) {
  const [listed, templates, folders, drops, drafted, waiting] = await Promise.all([
    listAssignments(context),
    listTemplates(context),
    listFolders(context),
    listDropFolders(context),
    draftedCounts(context),
    waitingSources(context),
  ]);
  const found = await foundIn(context, listed, search);
  const chosen = found.slice(0, search.most);
  const missing = await missingFolders(context, chosen);
  for (const { id } of [...chosen, ...(await withoutSummaries(context))]) await makeSummariesOf(context, id);
  const strips = await stripCounts(context);
  const counted = listed.map((one) => ({
    ...one,
    drafted: drafted.get(one.id) ?? 0,
    strips: strips.get(one.id) ?? [],
  }));
  const isChosen = new Set(chosen.map((one) => one.id));
  const spread = await photosSpread(
    context,
    chosen.map((one) => one.id),
    BESIDE,
  );
  const assignments: WorkshopAssignment[] = counted
    .filter((one) => isChosen.has(one.id))
    .map((one) => ({
      ...one,
      isFolderMissing: missing.has(one.id),
      shown: spread.get(one.id) ?? [],
    }));
  return {
    assignments,
    /** How many the search has found, and how many there are. */
    found: found.length,
    total: listed.length,
    archived: listed.filter((one) => one.isArchived).length,
    templates: templates.map(({ id, name, kind, version }) => ({ id, name, kind, version })),
    folders: folders
      .filter((one) => !isOwn(one.path))
      .map(({ id, label, path, kind }) => ({ id, label, path, kind })),
    drops,
    tasks: await tasksOf(
      context,
      counted.filter((one) => !one.isArchived),
      drops,
      waiting,
    ),
  };
}
export type Workshop = Awaited<ReturnType<typeof readWorkshop>>;

/** Facts and years of assignments are searched as well: "client 2025" finds the jobs of a client in a year. */
async function foundIn<
  T extends { readonly id: string; readonly name: string; readonly isArchived: boolean },
>({ db }: Context, listed: readonly T[], { of, find }: AssignmentSearch): Promise<T[]> {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const some = of === 'all' ? [...listed] : listed.filter((one) => one.isArchived === (of === 'archived'));
  if (words.length === 0) return some;
  // The years of all pictures are only read where a year may be meant.
  const years = words.some((word) => /^\d{4}$/.test(word))
    ? sql`union select ${photoSearch.assignmentId}, left(${photoSearch.taken}, 4) from ${photoSearch} where ${photoSearch.taken} is not null`
    : sql``;
  const { rows } = await db.execute<{ id: string; about: string }>(sql`
    select assignment_id as id, string_agg(about, E'\\n') as about from (
      select ${facts.assignmentId}, ${facts.value} as about from ${facts}
      ${years}
    ) as all_of group by assignment_id`);
  const aboutOf = new Map(rows.map(({ id, about }) => [id, about.toLowerCase()]));
  return some.filter(({ id, name }) => {
    const text = `${name.toLowerCase()}\n${aboutOf.get(id) ?? ''}`;
    return words.every((word) => text.includes(word));
  });
}

/** Where Fabrica itself keeps copies until their archive is fetched: nobody opened it. */
const isOwn = (folder: string) => folder === ownDeliveries();

async function draftedCounts({ db }: Context): Promise<Map<string, number>> {
  const rows = await db
    .select({ id: photos.assignmentId, n: countDistinct(photos.id) })
    .from(drafts)
    .innerJoin(photos, eq(photos.id, drafts.photoId))
    .groupBy(photos.assignmentId);
  return new Map(rows.map(({ id, n }) => [id, n]));
}

/** Assignments that have a source and no picture yet. */
async function waitingSources({ db }: Context): Promise<Map<string, string>> {
  const rows = await db
    .select({ id: assignments.id, label: openedFolders.label })
    .from(assignments)
    .innerJoin(openedFolders, eq(openedFolders.id, assignments.sourceFolderId))
    .where(
      sql`${assignments.archivedAt} is null and not exists (select 1 from ${photos} where ${photos.assignmentId} = ${assignments.id})`,
    );
  return new Map(rows.map(({ id, label }) => [id, label]));
}

async function tasksOf(
  context: Context,
  all: readonly CountedAssignment[],
  drops: Awaited<ReturnType<typeof listDropFolders>>,
  waiting: ReadonlyMap<string, string>,
): Promise<Task[]> {
  const held = drops.flatMap(({ assignmentId, assignment, notice }) =>
    (notice?.held ?? []).map(({ maker, count: pictures }): Task => {
      return { kind: 'answer', assignmentId, assignment, pictures, shown: [], about: maker };
    }),
  );
  const caption = threads.findIndex((one) => one.id === 'caption');
  const counted = (one: CountedAssignment, is: (strip: string) => boolean) =>
    one.strips.reduce((sum, { strip, count: n }) => sum + (is(strip) ? n : 0), 0);
  const kinds: readonly (readonly [Task['kind'], PictureQuery, (one: CountedAssignment) => number])[] = [
    ['settle', { disagrees: true }, (one) => counted(one, (strip) => strip.includes('b'))],
    ['embed', { drafted: true }, (one) => one.drafted],
    ['caption', { lacks: 'caption' }, (one) => counted(one, (strip) => 'bf'.includes(strip[caption] ?? ''))],
  ];
  const tasks: Task[] = [...held];
  for (const [kind, query, countOf] of kinds)
    for (const one of all) {
      const pictures = countOf(one);
      if (pictures === 0 || tasks.length >= MOST_TASKS) continue;
      const shown = await firstOf(context, one.id, query);
      tasks.push({ kind, assignmentId: one.id, assignment: one.name, pictures, shown });
    }
  for (const { id, name } of all) {
    const about = waiting.get(id);
    if (about !== undefined)
      tasks.push({ kind: 'bring-in', assignmentId: id, assignment: name, pictures: 0, shown: [], about });
  }
  return tasks.slice(0, MOST_TASKS);
}

async function firstOf(context: Context, assignmentId: string, query: PictureQuery): Promise<Shown[]> {
  return context.db
    .select({ id: photos.id, revision: files.modifiedNs })
    .from(photos)
    .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
    .where(await inScope(context, assignmentId, { of: 'query', query }))
    .orderBy(asc(photos.position))
    .limit(IN_TASK);
}
