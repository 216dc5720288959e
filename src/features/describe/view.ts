import { splitSignOff } from '@/core/captions/signOff';
import type { FieldId } from '@/core/catalogue/fields';
import { asText, type FieldValue } from '@/core/catalogue/value';
import { draftValues, presentValues } from '@/core/drafts/present';
import { compileTemplates, signOffFor } from '@/core/templates/resolve';
import type { Template } from '@/core/templates/template';
import { type Strip, stripOf } from '@/core/threads/stroke';
import type { Assignment } from '@/server/operations/assignments';
import { photoFacts, placeholderContext, type Surroundings } from '@/server/operations/context';
import type { ListedPhoto } from '@/server/operations/photos';
import { otherFiles } from '@/ui/otherFiles';

/** A photo as the screens show it. */
export interface PhotoView {
  readonly id: string;
  readonly name: string;
  readonly photo: ListedPhoto;
  /** The file's values with the drafts over them. */
  readonly values: { readonly [K in FieldId]?: FieldValue };
  readonly strip: Strip;
  /** The caption without its sign-off. */
  readonly caption: string;
  /** The sign-off that stands under the caption now. */
  readonly signOff: string | undefined;
  /** The photo's other files, in few words. */
  readonly besides: string | undefined;
  /** One or two words beside the file name. */
  readonly state: { readonly words: string; readonly kind: 'draft' | 'attention' } | undefined;
  readonly previewUrl: string;
}

export function viewPhotos(
  photos: readonly ListedPhoto[],
  assignment: Assignment,
  templates: readonly Template[],
  around: Surroundings,
): PhotoView[] {
  const inForce = assignment.inForce.flatMap((id) => templates.find((one) => one.id === id) ?? []);
  const compiled = compileTemplates(inForce);
  return photos.map((photo) => {
    const values = presentValues(photo.record.fields, photo.drafts);
    const context = placeholderContext(assignment, photoFacts(photo), around);
    const offered = signOffFor(compiled, values, context);
    const { caption, signedOff } = splitSignOff(asText(values.description), offered);
    const strip = stripOf({ file: photo.record.fields, drafts: draftValues(photo.drafts), signOff: offered });
    return {
      id: photo.id,
      name: photo.name,
      photo,
      values,
      strip,
      caption,
      signOff: signedOff ? offered : undefined,
      besides: otherFiles(photo.record),
      state: stateOf(photo, strip),
      previewUrl: `/api/photos/${photo.id}/preview?side=480&at=${photo.revision}`,
    };
  });
}

function stateOf(photo: ListedPhoto, strip: Strip): PhotoView['state'] {
  if (photo.isGone) return { words: 'its file is gone', kind: 'attention' };
  if (Object.keys(photo.drafts).length > 0) return { words: 'draft', kind: 'draft' };
  if (photo.record.problems.some((one) => one.severity === 'error'))
    return { words: 'a record cannot be read', kind: 'attention' };
  const broken = Object.entries(strip).filter(([, state]) => state === 'broken');
  if (broken.length > 0)
    return {
      words: broken.length === 1 ? `${broken[0]![0]} disagrees` : 'records disagree',
      kind: 'attention',
    };
  return undefined;
}
