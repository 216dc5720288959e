import { eq } from 'drizzle-orm';
import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import { these } from '../../../core/drafts/scope';
import { carryingOf, compileStates, renewal, type TemplateState } from '../../../core/templates/carried';
import { asksForPictures, fieldsAskedFor } from '../../../core/templates/compile';
import type { Context } from '../../context';
import { photos } from '../../db/schema/photos';
import { failure } from '../../problems/errors';
import { listAssignments, readAssignment } from '../assignments/assignments';
import { writeOriginDrafts } from '../drafts/writeDrafts';
import { identityHistory, installationContext } from '../identities/identities';
import { photoGroups } from '../photos/photoGroups';
import { startEmbed } from '../runs/startEmbed';
import { photoFacts, placeholderContext } from './placeholderContext';
import { readTemplate } from './templates';
import { versionsOf } from './templateVersions';

/** Older states of one's details that are looked for. */
const MOST_STATES = 60;

/** Pictures of one assignment whose files carry the same state of a template. */
interface UsingGroup {
  readonly ids: readonly string[];
  readonly version: number;
  /** Carries what the present version and one's present details give. */
  readonly isPresent: boolean;
  /** What renewing would write. */
  readonly renewal: ReadonlyMap<FieldId, FieldValue | null>;
  readonly values: { readonly [K in FieldId]?: FieldValue };
}

interface UsingAssignment {
  readonly id: string;
  readonly name: string;
  readonly groups: readonly UsingGroup[];
}

/** Pictures whose files carry a template's values: by what the files say, not by what was once asked for. */
async function findUsing(context: Context, templateId: string): Promise<UsingAssignment[]> {
  const template = await readTemplate(context, templateId);
  const states = compileStates(template, await statesOf(context, templateId));
  const installation = await installationContext(context);
  const fields = [
    ...new Set(
      states.flatMap(({ compiled }) => [
        ...compiled.fields.map((one) => one.id),
        ...fieldsAskedFor(compiled),
      ]),
    ),
  ];
  const areSignOffsAlike = states.every(({ compiled }) => !asksForPictures(compiled));
  const found: UsingAssignment[] = [];
  for (const { id, name } of await listAssignments(context)) {
    const assignment = await readAssignment(context, id);
    const alike = await photoGroups(context, eq(photos.assignmentId, id), fields, { areSignOffsAlike });
    const groups = alike.flatMap(({ photo, ids }): UsingGroup[] => {
      const values = Object.fromEntries(
        Object.entries(photo.record.fields).map(([field, reading]) => [field, reading.value]),
      );
      const context = placeholderContext(assignment, photoFacts(photo), installation);
      const carrying = carryingOf(states, values, context);
      if (!carrying) return [];
      const wanted = renewal(states, values, context);
      return [{ ids, version: carrying.version, isPresent: wanted.size === 0, renewal: wanted, values }];
    });
    if (groups.length > 0) found.push({ id, name, groups });
  }
  return found;
}

/** Versions with one's present details, then earlier details; the present state first. */
async function statesOf(context: Context, templateId: string): Promise<TemplateState[]> {
  const [versions, details] = await Promise.all([
    versionsOf(context, [templateId]),
    identityHistory(context),
  ]);
  return details
    .flatMap((identities) => versions.map(({ version, entries }) => ({ version, entries, identities })))
    .slice(0, MOST_STATES);
}

const isBehind = ({ isPresent }: UsingGroup) => !isPresent;
const pictures = (groups: readonly UsingGroup[]) => groups.reduce((sum, { ids }) => sum + ids.length, 0);

export interface UsedLine {
  readonly field: FieldId;
  readonly from: FieldValue | null;
  readonly to: FieldValue | null;
  readonly pictures: number;
}

export interface WhereUsed {
  readonly pictures: number;
  readonly assignments: readonly {
    readonly id: string;
    readonly name: string;
    readonly states: readonly {
      readonly version: number;
      readonly isPresent: boolean;
      readonly pictures: number;
    }[];
    /** Those that renewing would write into. */
    readonly behind: number;
    /** The proof of renewing: the same change of many pictures in one line, the most frequent first. */
    readonly proof: readonly UsedLine[];
  }[];
}

/** The pictures whose files carry a template, of which version, and the proof of renewing them. */
export async function whereUsed(context: Context, templateId: string): Promise<WhereUsed> {
  const found = await findUsing(context, templateId);
  return {
    pictures: pictures(found.flatMap((one) => one.groups)),
    assignments: found.map(({ id, name, groups }) => ({
      id,
      name,
      states: statesIn(groups),
      behind: pictures(groups.filter(isBehind)),
      proof: proofOf(groups),
    })),
  };
}

function statesIn(groups: readonly UsingGroup[]): WhereUsed['assignments'][number]['states'] {
  const byState = new Map<string, { version: number; isPresent: boolean; pictures: number }>();
  for (const { ids, version, isPresent } of groups) {
    const key = `${version} ${isPresent}`;
    const held = byState.get(key) ?? { version, isPresent, pictures: 0 };
    byState.set(key, { ...held, pictures: held.pictures + ids.length });
  }
  return [...byState.values()];
}

function proofOf(groups: readonly UsingGroup[]): UsedLine[] {
  const lines = new Map<string, UsedLine>();
  for (const { ids, renewal: wanted, values } of groups)
    for (const [field, to] of wanted) {
      const from = values[field] ?? null;
      const key = JSON.stringify([field, from, to]);
      lines.set(key, { field, from, to, pictures: (lines.get(key)?.pictures ?? 0) + ids.length });
    }
  return [...lines.values()].sort((a, b) => b.pictures - a.pictures);
}

/**
 * Brings the files of the pictures that carry an earlier version to the present one, in the assignments named: drafts,
 * and a run an assignment that embeds them. Refused where they are not as many as were agreed to.
 */
export async function renewPictures(
  context: Context,
  templateId: string,
  agreed: { readonly pictures: number; readonly assignments: readonly string[] },
): Promise<{ runs: { runId: string; assignmentId: string; assignment: string }[] }> {
  const template = await readTemplate(context, templateId);
  const using = (await findUsing(context, templateId))
    .filter(({ id }) => agreed.assignments.includes(id))
    .map(({ groups, ...one }) => ({ ...one, behind: groups.filter(isBehind) }))
    .filter(({ behind }) => behind.length > 0);
  if (using.length === 0)
    throw failure('nothing-left', { why: 'These pictures carry the present version already.' });
  if (pictures(using.flatMap(({ behind }) => behind)) !== agreed.pictures)
    throw failure('changed-elsewhere', { what: 'These pictures', kept: 'Look at the proof again.' });
  const runs: { runId: string; assignmentId: string; assignment: string }[] = [];
  const origin = { by: 'template' as const, templateId, version: template.version, name: template.name };
  for (const { id: assignmentId, name: assignment, behind } of using) {
    const drafts = new Map(behind.flatMap(({ ids, renewal }) => ids.map((id) => [id, renewal] as const)));
    await writeOriginDrafts(context, assignmentId, drafts, origin);
    const fields = [...new Set(behind.flatMap(({ renewal }) => [...renewal.keys()]))];
    const { runId } = await startEmbed(context, assignmentId, these([...drafts.keys()]), { fields });
    runs.push({ runId, assignmentId, assignment });
  }
  return { runs };
}
