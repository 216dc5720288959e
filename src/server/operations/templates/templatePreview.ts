import { and, asc, eq, ilike } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import { asText } from '../../../core/catalogue/value';
import { presentValues } from '../../../core/drafts/present';
import { allTexts } from '../../../core/templates/health/entries';
import { type PlaceholderContext, placeholdersIn } from '../../../core/templates/placeholders';
import type { Values } from '../../../core/templates/resolution';
import { compileTemplates, fieldsAskedFor, resolve } from '../../../core/templates/resolve';
import type { Entry, Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import { photos } from '../../db/schema/photos';
import { type Assignment, listAssignments, readAssignment } from '../assignments/assignments';
import { installationContext, type ListedIdentity, listIdentities } from '../identities/identities';
import { listPhotosById } from '../photos/photos';
import { listedLean } from '../photos/photosForAct';
import { type KnownNames, knownNames } from './knownNames';
import { type InstallationContext, photoFacts, placeholderContext } from './placeholderContext';
import { templatesById } from './templates';

/** A picture that a template is tried on. */
export interface SamplePicture {
  readonly id: string;
  readonly name: string;
  readonly values: Values;
  readonly context: PlaceholderContext;
}

/** A placeholder without a value, and how many pictures that concerns. */
export interface Missing {
  readonly field: FieldId;
  readonly name: string;
  readonly pictures: number;
}

/** What a template's page needs: pictures to try it on, and what is known around them. */
export interface TemplatePreview {
  readonly installation: InstallationContext;
  readonly identities: readonly ListedIdentity[];
  /** What advice is given by, the same as on the shelf. */
  readonly known: KnownNames;
  readonly assignments: readonly { readonly id: string; readonly name: string; readonly photos: number }[];
  readonly assignment: Pick<Assignment, 'id' | 'name' | 'facts'> | null;
  /** In force there, first to last. */
  readonly inForce: readonly Template[];
  /** The worst case first: what lacks most, then what says most. */
  readonly samples: readonly SamplePicture[];
  readonly missing: readonly Missing[];
  readonly pictures: number;
}

export interface PreviewRequest {
  readonly entries: readonly Entry[];
  readonly assignmentId?: string | undefined;
  /** Part of a file name. */
  readonly find?: string | undefined;
}

/** Pictures sent to the page. */
const SAMPLES = 40;

/** What a template's page needs to show results: pictures, the worst case first, and how many lack what. */
export async function templatePreview(context: Context, { entries, assignmentId, find }: PreviewRequest) {
  const [assignments, identities, installation, knows] = await Promise.all([
    listAssignments(context),
    listIdentities(context),
    installationContext(context),
    knownNames(context),
  ]);
  const chosen =
    assignments.find((one) => one.id === assignmentId) ??
    assignments.find((one) => one.photos > 0) ??
    assignments[0];
  const known = { installation, identities, assignments, known: knows };
  if (!chosen)
    return {
      ...known,
      assignment: null,
      inForce: [],
      samples: [],
      missing: [],
      pictures: 0,
    } as TemplatePreview;
  const assignment = await readAssignment(context, chosen.id);
  const { missing, worst } = await tryOn(context, assignment, installation, entries);
  const ids = (find ? await named(context, assignment.id, find) : worst).slice(0, SAMPLES);
  const [listed, inForce] = await Promise.all([
    listPhotosById(context, ids),
    templatesById(context, assignment.inForce),
  ]);
  return {
    ...known,
    assignment: { id: assignment.id, name: assignment.name, facts: assignment.facts },
    inForce,
    samples: listed.map((photo) => ({
      id: photo.id,
      name: photo.name,
      values: presentValues(photo.record.fields, photo.drafts),
      context: placeholderContext(assignment, photoFacts(photo), installation),
    })),
    missing,
    pictures: assignment.photos,
  } satisfies TemplatePreview;
}

async function named(context: Context, assignmentId: string, find: string): Promise<string[]> {
  const pattern = `%${find.replace(/[\\%_]/g, '\\$&')}%`;
  const rows = await context.db
    .select({ id: photos.id })
    .from(photos)
    .where(and(eq(photos.assignmentId, assignmentId), ilike(photos.name, pattern)))
    .orderBy(asc(photos.position))
    .limit(SAMPLES);
  return rows.map((row) => row.id);
}

/**
 * Resolves the entries for every picture of an assignment, of which only the fields that their texts ask
 * for are read.
 */
async function tryOn(
  context: Context,
  assignment: Assignment,
  installation: InstallationContext,
  entries: readonly Entry[],
): Promise<{ missing: Missing[]; worst: string[] }> {
  const compiled = compiledAlone(telling(entries));
  const fields = [...fieldsAskedFor(compiled), 'description'] as const;
  const counted = new Map<string, Missing>();
  const all = await listedLean(context, eq(photos.assignmentId, assignment.id), fields);
  const ranked = all.map((photo) => {
    const context = placeholderContext(assignment, photoFacts(photo), installation);
    const values = presentValues(photo.record.fields, photo.drafts);
    let lacking = 0;
    for (const { field, missing } of resolve(compiled, values, context).steps) {
      for (const name of new Set(missing)) {
        const key = `${field} ${name}`;
        counted.set(key, { field, name, pictures: (counted.get(key)?.pictures ?? 0) + 1 });
        lacking++;
      }
    }
    return { id: photo.id, lacking, length: asText(photo.record.fields.description?.value).length };
  });
  ranked.sort((a, b) => b.lacking - a.lacking || b.length - a.length);
  return { missing: [...counted.values()], worst: ranked.map((one) => one.id) };
}

function compiledAlone(entries: readonly Entry[]) {
  return compileTemplates([{ id: 'this', name: '', kind: 'standing', version: 0, entries }]);
}

/** Entries that can lack a value, and those that others are made of. */
function telling(entries: readonly Entry[]): Entry[] {
  const asked = new Set(fieldsAskedFor(compiledAlone(entries)));
  return entries.filter(
    (entry) => asked.has(entry.field) || allTexts(entry).some((text) => placeholdersIn(text).length > 0),
  );
}
