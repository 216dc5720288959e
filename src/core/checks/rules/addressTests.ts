import type { FieldId } from '../../catalogue/fields';
import { asText } from '../../catalogue/value';
import { isLicenceLink } from '../../rights/notice';
import { isEmailAddress, webAddressFields } from '../../rights/webAddress';
import { type Failing, failing } from '../failing';
import type { Tests } from './rule';

/** One address or several, parted by comma or semicolon. */
const several = (text: string, parting = /[,;]/) =>
  text
    .split(parting)
    .map((one) => one.trim())
    .filter((one) => one !== '');

/** A web address may hold commas and semicolons itself (RFC 3986, 2.2): what parts two has white space behind it. */
const BETWEEN_WEB = /[,;](?=\s)/;

/** Digits of an international number: at most fifteen (ITU-T E.164, 6); the least is common practice. */
const LEAST_DIGITS = 5;
const MOST_DIGITS = 15;

function isTelephone(text: string): boolean {
  const digits = text.replace(/\D/g, '').length;
  return /^\+?[\d\s()./-]+$/.test(text) && digits >= LEAST_DIGITS && digits <= MOST_DIGITS;
}

export const addressTests: Tests<'addresses'> = {
  addresses: (_, { values }) => {
    const wrong = (
      id: FieldId,
      isOne: (text: string) => boolean,
      reason: Failing['reason'],
      parting?: RegExp,
    ) =>
      several(asText(values[id]), parting)
        .filter((text) => !isOne(text))
        .map((text) => failing(reason, id, text));
    return [
      ...wrong('contactEmail', isEmailAddress, 'no-email'),
      ...wrong('contactPhone', isTelephone, 'no-telephone'),
      ...webAddressFields.flatMap((id) =>
        wrong(id, isLicenceLink, 'no-address', BETWEEN_WEB).map((one) =>
          /^http:\/\/./i.test(one.found ?? '') ? { ...one, reason: 'without-https' as const } : one,
        ),
      ),
    ];
  },
};
