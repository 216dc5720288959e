import { asText, type FieldValue } from '../../../core/catalogue/value';
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
): Promise<Drafter> {
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
  const draftsOf = (photo: LeanPhoto) => {
    const values = presentValues(photo.record.fields, photo.drafts);
    const change = resolve(compiled, values, contextOf(photo)).changes.get(field);
    if (!change) return new Map();
    // A composed description is a caption like any other: the sign-off under it stays.
    const value =
      field === 'description'
        ? captionOf(photo, signOffOf).withWords(asText(change.value)) || null
        : change.value;
    return new Map([[field, { value, origin: byHand }]]);
  };
  return { draftsOf };
}

export interface ComposedExample {
  readonly name: string;
  /** null: nothing, because a placeholder has no value for this picture. */
  readonly value: FieldValue | null;
}

const EXAMPLES = 5;

/** What a text with placeholders makes of the first pictures of a selection. */
export async function composedExamples(
  context: Context,
  assignmentId: string,
  scope: Scope,
  compose: Compose,
): Promise<ComposedExample[]> {
  const photos = (await listPhotosOf(context, assignmentId, scope)).slice(0, EXAMPLES);
  const { draftsOf } = await composeDrafter(context, assignmentId, compose);
  return photos.map((photo) => ({
    name: photo.name,
    value:
      draftsOf(photo).get(compose.field)?.value ??
      presentValues(photo.record.fields, photo.drafts)[compose.field] ??
      null,
  }));
}
