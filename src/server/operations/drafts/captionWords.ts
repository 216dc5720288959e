import { joinSignOff, splitSignOff } from '../../../core/captions/signOff';
import { asText } from '../../../core/catalogue/value';
import { presentValues } from '../../../core/drafts/present';
import type { InForce } from '../assignments/inForce';
import type { LeanPhoto } from '../photos/photos';

/** The caption of a photo as it is, and its words with other ones in front of the same sign-off. */
export function captionOf(photo: LeanPhoto, signOffOf: InForce['signOffOf']) {
  const values = presentValues(photo.record.fields, photo.drafts);
  const signOff = signOffOf(photo, values);
  const { caption, signedOff } = splitSignOff(asText(values.description), signOff);
  return {
    caption,
    values,
    /** undefined where it is under no caption here. */
    signOff: signedOff ? signOff : undefined,
    withWords: (words: string) => joinSignOff(words, signedOff ? signOff : undefined),
  };
}
