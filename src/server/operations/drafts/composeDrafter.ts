import { asText, type FieldValue, sameValue } from '../../../core/catalogue/value';
import { presentValues } from '../../../core/drafts/present';
import type { Scope } from '../../../core/drafts/scope';
import { compileTemplates, resolve } from '../../../core/templates/resolve';
import type { Template } from '../../../core/templates/template';
import type { Context } from '../../context';
import { inForceOf } from '../assignments/inForce';
import type { LeanPhoto } from '../photos/photos';
import { listPhotosOf } from '../photos/photosInScope';
import { refuseUnusable } from '../templates/refuseUnusable';
import { captionOf } from './captionWords';
import { byHand, type Drafter } from './drafter';
import type { Writing } from './writing';

type Compose = Pick<Extract<Writing, { kind: 'compose' }>, 'field' | 'text'>;

/** A text with placeholders, for each picture what it makes of it: a template of one entry that is kept nowhere. */
export async function composeDrafter(
  context: Context,
  assignmentId: string,
  { field, text }: Compose,
): Promise<Drafter & { readonly missingOf: (photo: LeanPhoto) => readonly string[] }> {
  const template: Template = {
    id: 'composed',
    name: 'Composed',
    kind: 'job',
    version: 1,
    entries: [{ field, rule: 'overwrite', texts: [text] }],
  };
  refuseUnusable([template]);
  const compiled = compileTemplates([template]);
  const { contextOf, signOffOf } = await inForceOf(context, assignmentId);
  const resolved = (photo: LeanPhoto) =>
    resolve(compiled, presentValues(photo.record.fields, photo.drafts), contextOf(photo));
  const missingOf = (photo: LeanPhoto) =>
    resolved(photo).problems.flatMap(({ found }) => (found === undefined ? [] : [found]));
  const draftsOf = (photo: LeanPhoto) => {
    const change = resolved(photo).changes.get(field);
    if (!change) return new Map();
    // A composed description is a caption like any other: the sign-off under it stays.
    const value =
      field === 'description'
        ? captionOf(photo, signOffOf).withWords(asText(change.value)) || null
        : change.value;
    return new Map([[field, { value, origin: byHand }]]);
  };
  return { draftsOf, missingOf };
}

export interface ComposedExample {
  readonly name: string;
  readonly former: FieldValue | null;
  /** null: it stays as it is, because placeholders have no value for this picture. */
  readonly value: FieldValue | null;
  /** Names of these placeholders. */
  readonly missing: readonly string[];
}

export interface Composed {
  /** Pictures in which another value is replaced. */
  readonly replaced: number;
  readonly examples: readonly ComposedExample[];
}

const EXAMPLES = 5;

/** What a text with placeholders makes of a selection, and of its first pictures one by one. */
export async function composedExamples(
  context: Context,
  assignmentId: string,
  scope: Scope,
  compose: Compose,
): Promise<Composed> {
  const photos = await listPhotosOf(context, assignmentId, scope);
  const { draftsOf, missingOf } = await composeDrafter(context, assignmentId, compose);
  const changes = photos.map((photo) => ({
    photo,
    former: presentValues(photo.record.fields, photo.drafts)[compose.field] ?? null,
    value: draftsOf(photo).get(compose.field)?.value ?? null,
  }));
  return {
    replaced: changes.filter(({ former, value }) => former && value && !sameValue(former, value)).length,
    examples: changes
      .slice(0, EXAMPLES)
      .map(({ photo, ...one }) => ({ name: photo.name, ...one, missing: missingOf(photo) })),
  };
}
