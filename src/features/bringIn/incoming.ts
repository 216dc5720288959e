import type { DraftFields, FileFields } from '@/core/drafts/present';
import { parseKeywords } from '@/core/keywords/parse';
import type { ImportChoices } from '@/core/naming/importChoices';
import { compilePattern, namedShot } from '@/core/naming/pattern';
import { valuesComing } from '@/core/templates/incoming';
import type { PlaceholderContext } from '@/core/templates/placeholders';
import { asksFor, type CompiledTemplates, resolve } from '@/core/templates/resolve';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { SourcePicture } from '@/server/operations/bringIn/sourceParts';
import { type InstallationContext, incomingContext } from '@/server/operations/templates/placeholderContext';
import { valuesOf } from './groups';
import { perPicture } from './perPicture';

/** How a picture comes: as usual, of another maker filled up, or of another maker and left as it is. */
export type Coming = 'usual' | 'fill' | 'leave';

export type ContextOf = (picture: SourcePicture, position: number) => PlaceholderContext;

export function contextsOf(
  assignment: Assignment,
  installation: InstallationContext,
  lastPosition: number,
): ContextOf {
  return ({ relativePath, record }, position) => {
    const { camera, pixels } = record ?? {};
    return incomingContext(
      assignment,
      { relativePath, position, camera, pixels },
      installation,
      lastPosition,
    );
  };
}

/**
 * What bringing in will write into each picture, by the run's own functions. Worked out once a picture and
 * way of coming, unless a text asks for the running number, which depends on the others.
 */
export function incomingDrafts(
  compiled: CompiledTemplates,
  contextOf: ContextOf,
  { keywords, rating }: Pick<ImportChoices, 'keywords' | 'rating'>,
): (picture: SourcePicture, position: number, rule: Coming) => { file: FileFields; drafts: DraftFields } {
  const common = { keywords: parseKeywords(keywords), rating };
  const drafts = (picture: SourcePicture, position: number, rule: Coming): DraftFields =>
    Object.fromEntries(
      valuesComing(compiled, valuesOf(picture), contextOf(picture, position), {
        leave: rule === 'leave',
        onlyEmpty: rule === 'fill',
        ...common,
      }),
    );
  const known = {
    usual: perPicture((one: SourcePicture) => drafts(one, 0, 'usual')),
    fill: perPicture((one: SourcePicture) => drafts(one, 0, 'fill')),
    leave: perPicture((one: SourcePicture) => drafts(one, 0, 'leave')),
  };
  const byPlace = asksFor(compiled, 'running number');
  return (picture, position, rule) => ({
    file: picture.record?.fields ?? {},
    drafts: byPlace ? drafts(picture, position, rule) : known[rule](picture),
  });
}

/** How the first pictures will be called. */
export function nameExamples(
  pictures: readonly SourcePicture[],
  choices: ImportChoices,
  compiled: CompiledTemplates,
  contextOf: ContextOf,
) {
  const pattern = compilePattern(choices);
  return pictures.map((picture, position) => {
    const context = contextOf(picture, position);
    const values = valuesOf(picture);
    const { changes } = resolve(compiled, values, context);
    const named = namedShot(pattern, { main: context.fileName }, context, (id) =>
      changes.has(id) ? (changes.get(id)!.value ?? undefined) : values[id],
    );
    const path = named.folder === '' ? named.shot.main : `${named.folder}/${named.shot.main}`;
    return { name: context.fileName, path, missing: named.missing };
  });
}
