import { splitSignOff } from '../../../core/captions/signOff';
import { asText } from '../../../core/catalogue/value';
import { draftValues, presentValues } from '../../../core/drafts/present';
import { hindrancesIn } from '../../../core/embed/hindrances';
import { otherFiles } from '../../../core/naming/otherFiles';
import { stripCode } from '../../../core/threads/stripCode';
import { stripOf } from '../../../core/threads/stroke';
import type { StoredSummary } from '../../db/stored/records';
import type { InForce } from '../assignments/inForce';
import type { ListedPhoto } from './photos';

/** Characters that a list shows. */
const NOTICE = 200;
const CAPTION = 300;

/** What lists show of a photo: small enough to send a hundred thousand of them. */
export function summaryOf(photo: ListedPhoto, signOffOf: InForce['signOffOf']): StoredSummary {
  const { fields, problems } = photo.record;
  const values = presentValues(fields, photo.drafts);
  const signOff = signOffOf(photo, values);
  const { signed } = hindrancesIn(problems);
  const besides = otherFiles(photo.record);
  return {
    strip: stripCode(
      stripOf({
        file: fields,
        drafts: draftValues(photo.drafts),
        signOff,
        notApplicable: photo.notApplicable,
      }),
    ),
    notice: asText(values.copyrightNotice).slice(0, NOTICE),
    caption: splitSignOff(asText(values.description), signOff).caption.slice(0, CAPTION),
    ...(besides ? { besides } : {}),
    ...(Object.keys(photo.drafts).length > 0 ? { drafted: true as const } : {}),
    ...(problems.some((one) => one.severity === 'error') ? { unreadable: true as const } : {}),
    ...(signed ? { signed: true as const } : {}),
    ...(values.dateCreated ? { taken: asText(values.dateCreated) } : {}),
    ...(values.rating ? { rating: asText(values.rating) } : {}),
  };
}
