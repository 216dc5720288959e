import { and, asc, desc, eq, ne, sql } from 'drizzle-orm';
import { placeholderKey } from '../../core/templates/grammar';
import { allTexts } from '../../core/templates/health/entries';
import {
  type Identity,
  type IdentityKind,
  identitiesByName,
  identityPartNames,
} from '../../core/templates/identity';
import { isBuiltIn, placeholdersIn } from '../../core/templates/placeholders';
import type { Database, Queries } from '../db/client';
import { assignments, identities, identityVersions, templatesInForce } from '../db/schema';
import { localToday, type Surroundings } from './context';
import { found, OperationError } from './operationError';
import { listTemplates } from './templates';

export interface ListedIdentity extends Identity {
  readonly version: number;
}

export interface IdentityText {
  readonly name: string;
  readonly kind: IdentityKind;
  readonly parts: Identity['parts'];
}

export async function listIdentities(db: Queries): Promise<ListedIdentity[]> {
  const rows = await db.select().from(identities).orderBy(asc(identities.createdAt));
  return rows.map(({ createdAt: _, ...row }) => row);
}

/** Former states of one's details that are looked for in what pictures carry. */
const FORMER_STATES = 40;

export async function surroundings(db: Queries): Promise<Surroundings> {
  const [present, ...former] = await identityHistory(db);
  return { today: localToday(), identities: present!, formerIdentities: former.slice(0, FORMER_STATES) };
}

/** Keeps new or changed details; what they were before stays known. */
export async function keepIdentity(db: Database, text: IdentityText, id?: string): Promise<ListedIdentity> {
  const { name, kind, parts } = await checked(db, text, id);
  return db.transaction(async (tx) => {
    const [row] = id
      ? await tx
          .update(identities)
          .set({ name, kind, parts, version: sql`${identities.version} + 1` })
          .where(eq(identities.id, id))
          .returning()
      : await tx.insert(identities).values({ name, kind, parts }).returning();
    const { createdAt: _, ...kept } = found(row, 'identity');
    await tx.insert(identityVersions).values({ identityId: kept.id, version: kept.version, name, parts });
    return kept;
  });
}

async function checked(db: Queries, text: IdentityText, id: string | undefined): Promise<IdentityText> {
  const name = text.name.replace(/\s+/g, ' ').trim();
  if (name === '') throw new OperationError('Give your details a name: a person’s, or a firm’s.');
  if (/[{}:?]/.test(name)) throw new OperationError('A name cannot hold the signs { } : or ?.');
  if (isBuiltIn(placeholderKey(name)))
    throw new OperationError(`“${name}” is the name of a placeholder already. Choose another.`);
  const others = await db
    .select({ name: identities.name })
    .from(identities)
    .where(id ? and(ne(identities.id, id)) : undefined);
  if (others.some((one) => placeholderKey(one.name) === placeholderKey(name)))
    throw new OperationError(`There are details called “${name}” already.`);
  const parts = Object.fromEntries(
    identityPartNames.flatMap((part) => {
      const value = text.parts[part]?.trim();
      return value ? [[part, value]] : [];
    }),
  );
  return { name, kind: text.kind, parts };
}

/** Removes details that no template takes its texts from. */
export async function removeIdentity(db: Database, id: string): Promise<void> {
  const reach = (await identityReach(db)).find((one) => one.id === id);
  if (reach && reach.templates.length > 0)
    throw new OperationError(
      `These details are taken up by ${reach.templates.map((one) => `“${one.name}”`).join(', ')}. Change the template first.`,
      409,
    );
  await db.delete(identities).where(eq(identities.id, id));
}

export interface IdentityReach {
  readonly id: string;
  readonly templates: readonly { readonly id: string; readonly name: string }[];
  readonly assignments: readonly { readonly id: string; readonly name: string }[];
}

/** Which templates take up one's details, and in which assignments those are in force. */
export async function identityReach(db: Queries): Promise<IdentityReach[]> {
  const [all, templates, inForce] = await Promise.all([
    listIdentities(db),
    listTemplates(db),
    db
      .select({ templateId: templatesInForce.templateId, id: assignments.id, name: assignments.name })
      .from(templatesInForce)
      .innerJoin(assignments, eq(assignments.id, templatesInForce.assignmentId)),
  ]);
  const named = templates.map((template) => ({
    template,
    names: new Set(template.entries.flatMap(allTexts).flatMap(placeholdersIn).map(placeholderKey)),
  }));
  return all.map(({ id, name }) => {
    const taking = named
      .filter(({ names }) => names.has(placeholderKey(name)))
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
export async function identityHistory(db: Queries): Promise<Surroundings['identities'][]> {
  const versions = await db.select().from(identityVersions).orderBy(desc(identityVersions.createdAt));
  const present = await listIdentities(db);
  const states = [identitiesByName(present)];
  const now = new Map(present.map((one) => [one.id, one]));
  for (const version of versions) {
    const held = now.get(version.identityId);
    const before = versions.find(
      (one) => one.identityId === version.identityId && one.version === version.version - 1,
    );
    if (!held || !before) continue;
    now.set(held.id, { ...held, name: before.name, parts: before.parts, version: before.version });
    states.push(identitiesByName([...now.values()]));
  }
  return states;
}
