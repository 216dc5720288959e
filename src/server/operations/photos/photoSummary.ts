import { splitSignOff } from '../../../core/captions/signOff';
import type { FieldId } from '../../../core/catalogue/fields';
import { asText } from '../../../core/catalogue/value';
import { draftValues, presentValues } from '../../../core/drafts/present';
import { hindrancesIn } from '../../../core/embed/hindrances';
import { otherFiles } from '../../../core/naming/otherFiles';
import type { Problem } from '../../../core/problems/problem';
import { stripCode } from '../../../core/threads/stripCode';
import { type StripSource, stripOf } from '../../../core/threads/stroke';
import { threads } from '../../../core/threads/threads';
import type { StoredSummary } from '../../db/stored/records';
import type { InForce } from '../assignments/inForce';
import type { LeanPhoto } from './photos';

/** Characters that a list shows. */
export const NOTICE = 200;
export const CAPTION = 300;

/** The fields that a summary describes, beside those of a sign-off. */
export const summaryFields: readonly FieldId[] = [...threads.flatMap(({ fields }) => fields), 'rating'];

/** Parts of a summary beside the fields of a photo. */
export interface BesideFields {
  readonly problems: readonly Problem[];
  readonly raw?: string;
  readonly sidecar?: string;
  /** Some field has a draft. */
  readonly isDrafted: boolean;
}

/** What the strip of a photo is made of, as it is with its drafts. */
export const stripSource = (
  { record, drafts, notApplicable }: LeanPhoto,
  signOff: string | undefined,
): StripSource => ({ file: record.fields, drafts: draftValues(drafts), signOff, notApplicable });

/** What lists show of a photo: small enough to send a hundred thousand of them. */
export function summaryOf(
  photo: LeanPhoto,
  { problems, isDrafted, ...names }: BesideFields,
  signOffOf: InForce['signOffOf'],
): StoredSummary {
  const values = presentValues(photo.record.fields, photo.drafts);
  const signOff = signOffOf(photo, values);
  const { signed } = hindrancesIn(problems);
  const besides = otherFiles(names);
  return {
    strip: stripCode(stripOf(stripSource(photo, signOff))),
    notice: asText(values.copyrightNotice).slice(0, NOTICE),
    caption: splitSignOff(asText(values.description), signOff).caption.slice(0, CAPTION),
    ...(besides ? { besides } : {}),
    ...(isDrafted ? { drafted: true as const } : {}),
    ...(problems.some((one) => one.severity === 'error') ? { unreadable: true as const } : {}),
    ...(signed ? { signed: true as const } : {}),
    ...(values.dateCreated ? { taken: asText(values.dateCreated) } : {}),
    ...(values.rating ? { rating: asText(values.rating) } : {}),
  };
}
