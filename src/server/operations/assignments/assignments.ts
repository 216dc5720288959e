import { isDeepStrictEqual } from 'node:util';
import { asc, count, desc, eq, inArray, sql } from 'drizzle-orm';
import type { DeliveryPlan } from '../../../core/deliver/deliveryPlan';
import type { ShotChoices } from '../../../core/embed/planShot';
import type { ImportChoices } from '../../../core/naming/importChoices';
import { placeholderKey } from '../../../core/templates/grammar';
import type { Context } from '../../context';
import { assignments, facts } from '../../db/schema/assignments';
import { photos } from '../../db/schema/photos';
import { templates, templatesInForce } from '../../db/schema/templates';
import type { DropNotice } from '../../db/stored/assignments';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { knownChecklist } from '../checklists/checklists';
import { type ListedPerson, putPeople, readPeople } from './people';

export interface Assignment {
  readonly id: string;
  readonly name: string;
  readonly publishedOn: string | null;
  readonly workingFolderId: string;
  readonly sourceFolderId: string | null;
  /** DNG files keep their bytes; their words go into a sidecar. */
  readonly dngSidecar: boolean;
  /** Date Created goes into Exif DateTimeOriginal too. */
  readonly dateTimeOriginal: boolean;
  /** How pictures were brought in last, or are to be. */
  readonly importChoices: ImportChoices | null;
  readonly planId: string | null;
  /** How copies left last, or are to. */
  readonly deliveryPlan: DeliveryPlan | null;
  readonly deliveryPlanId: string | null;
  /** The source is a drop folder. */
  readonly dropping: boolean;
  readonly dropNotice: DropNotice | null;
  readonly facts: readonly { readonly name: string; readonly value: string }[];
  /** Who may be on the pictures, in the order of the list. */
  readonly people: readonly ListedPerson[];
  /** Of its texts, RFC 5646: the dictionary is chosen by it. */
  readonly language: string;
  /** What its pictures are checked by: a ready list by its name, or the id of one of your own. */
  readonly checklist: string;
  /** Ids, first to last. */
  readonly inForce: readonly string[];
  readonly photos: number;
}

/** An assignment with its facts and the templates in force. */
export async function readAssignment(context: Context, id: string): Promise<Assignment> {
  const [row] = await context.db.select().from(assignments).where(eq(assignments.id, id));
  const { createdAt: _, ...assignment } = required(row, 'assignment');
  const named = await context.db
    .select({ name: facts.name, value: facts.value })
    .from(facts)
    .where(eq(facts.assignmentId, id))
    .orderBy(asc(facts.position));
  const inForce = await context.db
    .select({ id: templatesInForce.templateId })
    .from(templatesInForce)
    .where(eq(templatesInForce.assignmentId, id))
    .orderBy(asc(templatesInForce.position));
  const [counted] = await context.db
    .select({ photos: count() })
    .from(photos)
    .where(eq(photos.assignmentId, id));
  const people = await readPeople(context, id);
  return {
    ...assignment,
    facts: named,
    people,
    inForce: inForce.map((one) => one.id),
    photos: counted?.photos ?? 0,
  };
}

/** All assignments, the newest first, with the number of their pictures. */
export async function listAssignments(
  context: Context,
): Promise<{ id: string; name: string; photos: number; isArchived: boolean }[]> {
  return context.db
    .select({
      id: assignments.id,
      name: assignments.name,
      photos: count(photos.id),
      isArchived: sql<boolean>`${assignments.archivedAt} is not null`,
    })
    .from(assignments)
    .leftJoin(photos, eq(photos.assignmentId, assignments.id))
    .groupBy(assignments.id)
    .orderBy(desc(assignments.createdAt));
}

/** Puts templates in force, in their order. */
export async function putInForce(
  context: Context,
  assignmentId: string,
  ids: readonly string[],
): Promise<void> {
  const rows = [...new Set(ids)].map((templateId, position) => ({ assignmentId, position, templateId }));
  if (rows.length === 0) return;
  const known = await context.db
    .select({ name: templates.name, version: templates.version })
    .from(templates)
    .where(inArray(templates.id, [...ids]));
  if (known.length < rows.length) throw failure('template-removed');
  const unkept = known.find((one) => one.version === 0);
  if (unkept) throw failure('template-never-saved', { name: unkept.name });
  await context.db.insert(templatesInForce).values(rows);
}

export interface AssignmentChange {
  readonly name?: string;
  readonly publishedOn?: string | null;
  readonly facts?: readonly { readonly name: string; readonly value: string }[];
  readonly people?: readonly ListedPerson[];
  readonly language?: string;
  readonly checklist?: string;
  readonly inForce?: readonly string[];
  readonly dngSidecar?: boolean;
  readonly dateTimeOriginal?: boolean;
  readonly importChoices?: ImportChoices;
  readonly deliveryPlan?: DeliveryPlan;
  readonly dropping?: boolean;
  readonly foundUpTo?: number;
  /** An archived assignment takes nothing from its drop folder until it is brought back. */
  readonly archived?: boolean;
  /** What was seen of a part before it was changed: another value there now is a conflict, and nothing is changed. */
  readonly met?: Partial<Pick<Assignment, (typeof METABLE)[number]>>;
}

const METABLE = [
  'name',
  'publishedOn',
  'facts',
  'people',
  'language',
  'importChoices',
  'deliveryPlan',
] as const;

/** What the assignment chose about writing into files. */
export function writeChoices({ dngSidecar, dateTimeOriginal }: Assignment): ShotChoices {
  return { dngSidecar, dateTimeOriginal };
}

/**
 * Changes what is named. `met` is what the window had seen: where another is there now, nothing is
 * overwritten.
 */
export async function changeAssignment(
  context: Context,
  id: string,
  change: AssignmentChange,
): Promise<Assignment> {
  return inTransaction(context, async (tx) => {
    const [row] = await tx.db
      .select({ id: assignments.id })
      .from(assignments)
      .where(eq(assignments.id, id))
      .for('update');
    required(row, 'assignment');
    const own = {
      ...(change.name?.trim() ? { name: change.name.trim() } : {}),
      ...(change.publishedOn === undefined ? {} : { publishedOn: change.publishedOn || null }),
      ...(change.dngSidecar === undefined ? {} : { dngSidecar: change.dngSidecar }),
      ...(change.dateTimeOriginal === undefined ? {} : { dateTimeOriginal: change.dateTimeOriginal }),
      ...(change.dropping === undefined ? {} : { dropping: change.dropping, dropNotice: null }),
      ...(change.importChoices === undefined ? {} : { importChoices: change.importChoices }),
      ...(change.deliveryPlan === undefined ? {} : { deliveryPlan: change.deliveryPlan }),
      ...(change.language === undefined ? {} : { language: change.language }),
      ...(change.checklist === undefined ? {} : { checklist: await knownChecklist(tx, change.checklist) }),
      ...(change.foundUpTo === undefined ? {} : { foundUpTo: change.foundUpTo }),
      ...(change.archived === undefined ? {} : { archivedAt: change.archived ? new Date() : null }),
    };
    if (change.met) refuseConflict(await readAssignment(tx, id), change);
    if (Object.keys(own).length > 0) await tx.db.update(assignments).set(own).where(eq(assignments.id, id));
    if (change.facts) await putFacts(tx, id, change.facts);
    if (change.people) await putPeople(tx, id, change.people);
    if (change.inForce) {
      await tx.db.delete(templatesInForce).where(eq(templatesInForce.assignmentId, id));
      await putInForce(tx, id, change.inForce);
    }
    await announce(tx.db, { kind: 'assignment', id });
    return readAssignment(tx, id);
  });
}

/** What another window changed meanwhile is not overwritten. */
function refuseConflict(present: Assignment, { met = {}, ...change }: AssignmentChange): void {
  const wanted = change as Partial<Assignment>;
  const differs = METABLE.some(
    (part) =>
      part in met &&
      part in wanted &&
      !isDeepStrictEqual(present[part] ?? null, met[part] ?? null) &&
      !isDeepStrictEqual(present[part] ?? null, wanted[part] ?? null),
  );
  if (differs) throw failure('changed-elsewhere', { what: 'This', kept: 'Nothing is overwritten.' });
}

async function putFacts(
  context: Context,
  assignmentId: string,
  wanted: NonNullable<AssignmentChange['facts']>,
): Promise<void> {
  const named = wanted
    .map((fact) => ({ name: fact.name.trim(), value: fact.value }))
    .filter((fact) => fact.name !== '' || fact.value.trim() !== '');
  const unnamed = named.find((fact) => fact.name === '');
  if (unnamed) throw failure('fact-unnamed', { value: unnamed.value.trim() });
  const keys = named.map((fact) => placeholderKey(fact.name));
  const twice = named.find((_, index) => keys.indexOf(keys[index]!) !== index);
  if (twice) throw failure('fact-named-twice', { name: twice.name });
  await context.db.delete(facts).where(eq(facts.assignmentId, assignmentId));
  if (named.length > 0)
    await context.db
      .insert(facts)
      .values(named.map((fact, position) => ({ assignmentId, position, ...fact })));
}
