import type { FieldId } from '../catalogue/fields';
import { asText, type FieldValue } from '../catalogue/value';
import { type Problem, problem } from '../problems/problem';

type Values = { readonly [K in FieldId]?: FieldValue };

/**
 * What a picture says of its rights against itself (common practice). Differences between its records are
 * no matter of this: they are disagreements of one field.
 */
export function contradictions(values: Values): Problem[] {
  return checks.flatMap((check) => check(values) ?? []);
}

const RESERVED = /all rights reserved|©|\(c\)|\bcopyright\b/i;
const FREE_LICENCE = /^https?:\/\/creativecommons\.org\/publicdomain\//i;
const OPEN_LICENCE = /^https?:\/\/creativecommons\.org\/licenses\//i;

const checks: readonly ((values: Values) => Problem | undefined)[] = [
  /** Public domain, and a notice that claims a copyright. */
  ({ rightsStatus, copyrightNotice }) =>
    rightsStatus === 'public-domain' && RESERVED.test(asText(copyrightNotice))
      ? problem('status-against-notice', 'rightsStatus')
      : undefined,
  /** Protected by status, free by licence; or the other way round. */
  ({ rightsStatus, ccLicense, webStatement }) => {
    const licence = asText(ccLicense) || asText(webStatement);
    const wrong =
      (rightsStatus === 'in-copyright' && FREE_LICENCE.test(licence)) ||
      (rightsStatus === 'public-domain' && OPEN_LICENCE.test(licence));
    return wrong ? problem('status-against-licence', 'rightsStatus') : undefined;
  },
  /** An open licence, and words that forbid every use. */
  ({ ccLicense, usageTerms, copyrightNotice }) =>
    asText(ccLicense) !== '' &&
    /all rights reserved|no use without/i.test(`${asText(usageTerms)} ${asText(copyrightNotice)}`)
      ? problem('terms-against-licence', 'usageTerms')
      : undefined,
  /** A notice of a year in which the picture was not taken yet. */
  ({ copyrightNotice, dateCreated }) => {
    const taken = /^\d{4}/.exec(asText(dateCreated))?.[0];
    const years = asText(copyrightNotice).match(/\b(18|19|20)\d{2}\b/g);
    const latest = years?.sort().at(-1);
    return taken && latest && latest < taken
      ? problem('year-before-taken', 'copyrightNotice', { found: latest, expected: `${taken} or later` })
      : undefined;
  },
];
