import type { FieldId } from '../../../core/catalogue/fields';
import { type FieldValue, sameValue } from '../../../core/catalogue/value';
import { these } from '../../../core/drafts/scope';
import { carryingOf, compileStates, renewal, type TemplateState } from '../../../core/templates/carried';
import type { Context } from '../../context';
import { failure } from '../../problems/errors';
import { listAssignments, readAssignment } from '../assignments/assignments';
import { writeOriginDrafts } from '../drafts/writeDrafts';
import { identityHistory, installationContext } from '../identities/identities';
import { listPhotos } from '../photos/photos';
import { startEmbed } from '../runs/startEmbed';
import { photoFacts, placeholderContext } from './placeholderContext';
import { readTemplate } from './templates';
import { versionsOf } from './templateVersions';

/** Older states of one's details that are looked for. */
const MOST_STATES = 60;

export interface UsingPhoto {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  /** Carries what the present version and one's present details give. */
  readonly isPresent: boolean;
  /** Fields that carry, of those that the version gives. */
  readonly fields: number;
  readonly of: number;
  /** What renewing would write. */
  readonly renewal: ReadonlyMap<FieldId, FieldValue | null>;
  readonly values: { readonly [K in FieldId]?: FieldValue };
}

interface UsingAssignment {
  readonly id: string;
  readonly name: string;
  readonly photos: readonly UsingPhoto[];
}

/** Pictures whose files carry a template's values: by what the files say, not by what was once asked for. */
async function findUsing(context: Context, templateId: string): Promise<UsingAssignment[]> {
  const template = await readTemplate(context, templateId);
  const states = compileStates(template, await statesOf(context, templateId));
  const installation = await installationContext(context);
  const all = await listAssignments(context);
  const found: UsingAssignment[] = [];
  for (const { id, name } of all) {
    const [assignment, photos] = await Promise.all([readAssignment(context, id), listPhotos(context, id)]);
    const using = photos.flatMap((photo): UsingPhoto[] => {
      const values = Object.fromEntries(
        Object.entries(photo.record.fields).map(([field, reading]) => [field, reading.value]),
      );
      const context = placeholderContext(assignment, photoFacts(photo), installation);
      const carrying = carryingOf(states, values, context);
      if (!carrying) return [];
      const wanted = renewal(states, values, context);
      const { version, fields, of } = carrying;
      const isPresent = wanted.size === 0;
      return [
        {
          id: photo.id,
          name: photo.name,
          version,
          isPresent,
          fields: fields.length,
          of,
          renewal: wanted,
          values,
        },
      ];
    });
    if (using.length > 0) found.push({ id, name, photos: using });
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

const isBehind = ({ isPresent, renewal }: UsingPhoto) => !isPresent && renewal.size > 0;

export interface UsedLine {
  readonly field: FieldId;
  readonly from: FieldValue | null;
  readonly to: FieldValue | null;
  readonly pictures: number;
}

export interface WhereUsed {
  readonly pictures: number;
  /** Those that renewing would write into. */
  readonly behind: number;
  readonly assignments: readonly {
    readonly id: string;
    readonly name: string;
    readonly photos: readonly Pick<UsingPhoto, 'id' | 'name' | 'version' | 'isPresent' | 'fields' | 'of'>[];
  }[];
  /** The proof of renewing: the same change of many pictures in one line, the most frequent first. */
  readonly proof: readonly UsedLine[];
}

/** The pictures whose files carry a template, of which version, and the proof of renewing them. */
export async function whereUsed(context: Context, templateId: string): Promise<WhereUsed> {
  const found = await findUsing(context, templateId);
  const lines: { -readonly [K in keyof UsedLine]: UsedLine[K] }[] = [];
  for (const { renewal: wanted, values } of found.flatMap((one) => one.photos)) {
    for (const [field, to] of wanted) {
      const from = values[field] ?? null;
      const held = lines.find(
        (line) => line.field === field && sameValue(line.from, from) && sameValue(line.to, to),
      );
      if (held) held.pictures++;
      else lines.push({ field, from, to, pictures: 1 });
    }
  }
  return {
    pictures: found.reduce((sum, one) => sum + one.photos.length, 0),
    behind: found.flatMap((one) => one.photos).filter(isBehind).length,
    assignments: found.map(({ id, name, photos }) => ({
      id,
      name,
      photos: photos.map(({ renewal: _, values: __, ...photo }) => photo),
    })),
    proof: lines.sort((a, b) => b.pictures - a.pictures),
  };
}

/**
 * Brings the files of all pictures that carry an earlier version to the present one: drafts, and a run an
 * assignment that embeds them. Refused where they are not as many as were agreed to.
 */
export async function renewPictures(
  context: Context,
  templateId: string,
  pictures: number,
): Promise<{ runs: { runId: string; assignmentId: string }[] }> {
  const template = await readTemplate(context, templateId);
  const runs: { runId: string; assignmentId: string }[] = [];
  const using = (await findUsing(context, templateId)).map(({ id, photos }) => ({
    assignmentId: id,
    behind: photos.filter(isBehind),
  }));
  const count = using.reduce((sum, { behind }) => sum + behind.length, 0);
  if (count === 0)
    throw failure('nothing-left', { why: 'These pictures carry the present version already.' });
  if (count !== pictures)
    throw failure('changed-elsewhere', { what: 'These pictures', kept: 'Look at the proof again.' });
  for (const { assignmentId, behind } of using) {
    if (behind.length === 0) continue;
    const origin = { by: 'template' as const, templateId, version: template.version, name: template.name };
    await writeOriginDrafts(
      context,
      assignmentId,
      new Map(behind.map((photo) => [photo.id, photo.renewal])),
      origin,
    );
    const fields = [...new Set(behind.flatMap((photo) => [...photo.renewal.keys()]))];
    const { runId } = await startEmbed(context, assignmentId, these(behind.map((photo) => photo.id)), {
      fields,
    });
    runs.push({ runId, assignmentId });
  }
  return { runs };
}
