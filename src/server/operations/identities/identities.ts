import { and, asc, desc, eq, gt, ne, notExists, sql } from 'drizzle-orm';
import { placeholderKey } from '../../../core/templates/grammar';
import { allTexts } from '../../../core/templates/health/entries';
import {
  type Identity,
  type IdentityKind,
  identitiesByName,
  identityPartNames,
} from '../../../core/templates/identity';
import { isBuiltIn, placeholdersIn } from '../../../core/templates/placeholders';
import { isoDay } from '../../../core/wording/formatDate';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { identities, identityVersions } from '../../db/schema/identities';
import { runs } from '../../db/schema/runs';
import { templatesInForce } from '../../db/schema/templates';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import type { InstallationContext } from '../templates/placeholderContext';
import { listTemplates } from '../templates/templates';

export interface ListedIdentity extends Identity {
  readonly version: number;
}

export interface IdentityText {
  readonly name: string;
  readonly kind: IdentityKind;
  readonly parts: Identity['parts'];
}

/** All details by name. */
export async function listIdentities(context: Context): Promise<ListedIdentity[]> {
  const rows = await context.db.select().from(identities).orderBy(asc(identities.createdAt));
  return rows.map(({ createdAt: _, ...row }) => row);
}

/** Former states of one's details that are looked for in what pictures carry. */
const FORMER_STATES = 40;

/** What placeholders know that is the same for every picture: the day, and details as they are and were. */
export async function installationContext(context: Context): Promise<InstallationContext> {
  const [present, ...former] = await identityHistory(context);
  const identities = { ...(await formerNames(context)), ...present };
  return { today: isoDay(context.now()), identities, formerIdentities: former.slice(0, FORMER_STATES) };
}

/** Details by the names they had before: a template that was written with one still finds them. */
async function formerNames(context: Context): Promise<InstallationContext['identities']> {
  const present = await listIdentities(context);
  const taken = new Set(present.map((one) => placeholderKey(one.name)));
  const rows = await context.db
    .selectDistinct({ id: identityVersions.identityId, name: identityVersions.name })
    .from(identityVersions);
  return Object.fromEntries(
    rows.flatMap(({ id, name }) => {
      const now = present.find((one) => one.id === id);
      return now && !taken.has(placeholderKey(name)) ? [[name, { name: now.name, ...now.parts }]] : [];
    }),
  );
}

/**
 * Saves new or changed details; what they were before stays known, as far as a run could have used it.
 * `baseVersion` is the version that was changed: one that is not the present one is a conflict.
 */
export async function saveIdentity(
  context: Context,
  { baseVersion, ...text }: IdentityText & { readonly baseVersion?: number },
  id?: string,
): Promise<ListedIdentity> {
  return inTransaction(context, async (tx) => {
    // One writer at a time: of two new ones with the same name the second is refused.
    await tx.db.execute(sql`select pg_advisory_xact_lock(hashtext('identities'))`);
    const { name, kind, parts } = await checked(tx, text, id);
    if (!id) {
      const [row] = await tx.db.insert(identities).values({ name, kind, parts }).returning();
      return keepVersion(tx, required(row, 'identity'));
    }
    const [before] = await tx.db.select().from(identities).where(eq(identities.id, id)).for('update');
    if (baseVersion !== undefined && required(before, 'identity').version !== baseVersion)
      throw failure('changed-elsewhere', { what: 'These details', kept: 'Nothing is overwritten.' });
    const [row] = await tx.db
      .update(identities)
      .set({ name, kind, parts, version: sql`${identities.version} + 1` })
      .where(eq(identities.id, id))
      .returning();
    return keepVersion(tx, required(row, 'identity'));
  });
}

/**
 * Details save themselves while they are typed. A version that no run came after was in no file: the next
 * one takes its place, so that half a telephone number is never looked for.
 */
async function keepVersion(context: Context, row: typeof identities.$inferSelect): Promise<ListedIdentity> {
  const { createdAt: _, ...kept } = row;
  const { id: identityId, version, name, parts } = kept;
  const unused = await context.db
    .delete(identityVersions)
    .where(
      and(
        eq(identityVersions.identityId, identityId),
        eq(identityVersions.name, name),
        notExists(context.db.select().from(runs).where(gt(runs.createdAt, identityVersions.createdAt))),
      ),
    )
    .returning({ createdAt: identityVersions.createdAt });
  await context.db.insert(identityVersions).values({
    identityId,
    version,
    name,
    parts,
    ...(unused[0] ? { createdAt: unused[0].createdAt } : {}),
  });
  await announce(context.db, { kind: 'identities', id: identityId });
  return kept;
}

async function checked(context: Context, text: IdentityText, id: string | undefined): Promise<IdentityText> {
  const name = text.name.replace(/\s+/g, ' ').trim();
  if (name === '') throw failure('name-missing', { what: 'your details', hint: ': a person’s, or a firm’s' });
  if (/[{}:?]/.test(name)) throw failure('name-signs');
  if (isBuiltIn(placeholderKey(name))) throw failure('name-of-placeholder', { name });
  const others = await context.db
    .select({ name: identities.name })
    .from(identities)
    .where(id ? and(ne(identities.id, id)) : undefined);
  if (others.some((one) => placeholderKey(one.name) === placeholderKey(name)))
    throw failure('details-named-twice', { name });
  const parts = Object.fromEntries(
    identityPartNames.flatMap((part) => {
      const value = text.parts[part]?.trim();
      return value ? [[part, value]] : [];
    }),
  );
  return { name, kind: text.kind, parts };
}

/** Removes details that no template takes its texts from. */
export async function removeIdentity(context: Context, id: string): Promise<void> {
  const reach = (await identityReach(context)).find((one) => one.id === id);
  if (reach && reach.templates.length > 0)
    throw failure('details-in-use', { templates: reach.templates.map((one) => `“${one.name}”`).join(', ') });
  await context.db.delete(identities).where(eq(identities.id, id));
}

export interface IdentityReach {
  readonly id: string;
  readonly templates: readonly { readonly id: string; readonly name: string }[];
  readonly assignments: readonly { readonly id: string; readonly name: string }[];
}

/** Which templates take up one's details, and in which assignments those are in force. */
export async function identityReach(context: Context): Promise<IdentityReach[]> {
  const [all, former, templates, inForce] = await Promise.all([
    listIdentities(context),
    context.db
      .select({ id: identityVersions.identityId, name: identityVersions.name })
      .from(identityVersions),
    listTemplates(context),
    context.db
      .select({ templateId: templatesInForce.templateId, id: assignments.id, name: assignments.name })
      .from(templatesInForce)
      .innerJoin(assignments, eq(assignments.id, templatesInForce.assignmentId)),
  ]);
  const named = templates.map((template) => ({
    template,
    names: new Set(template.entries.flatMap(allTexts).flatMap(placeholdersIn).map(placeholderKey)),
  }));
  return all.map(({ id, name }) => {
    const own = [name, ...former.filter((one) => one.id === id).map((one) => one.name)].map(placeholderKey);
    const taking = named
      .filter(({ names }) => own.some((key) => names.has(key)))
      .map(({ template }) => template);
    const there = inForce.filter((one) => taking.some((template) => template.id === one.templateId));
    return {
      id,
      templates: taking.map((template) => ({ id: template.id, name: template.name })),
      assignments: [...new Map(there.map((one) => [one.id, { id: one.id, name: one.name }])).values()],
    };
  });
}

/** States of all identities together, the present one first: each change of one makes another. */
export async function identityHistory(context: Context): Promise<InstallationContext['identities'][]> {
  const versions = await context.db.select().from(identityVersions).orderBy(desc(identityVersions.createdAt));
  const present = await listIdentities(context);
  const states = [identitiesByName(present)];
  const now = new Map(present.map((one) => [one.id, one]));
  for (const version of versions) {
    const held = now.get(version.identityId);
    // Newest first: the next one of the same details is what they were before.
    const before = versions.find(
      (one) => one.identityId === version.identityId && one.version < version.version,
    );
    if (!held || !before) continue;
    now.set(held.id, { ...held, name: before.name, parts: before.parts, version: before.version });
    states.push(identitiesByName([...now.values()]));
  }
  return states;
}
