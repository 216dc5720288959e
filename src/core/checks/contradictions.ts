import type { FieldId } from '../catalogue/fields';
import { asText, type FieldValue, isEmpty, type Structure, structuresOf } from '../catalogue/value';
import { type Problem, type ProblemCode, problem } from '../problems/problem';
import { deedOf } from '../rights/creativeCommons';
import { yearsOfPublication } from '../rights/noticeParts';

type Values = { readonly [K in FieldId]?: FieldValue };

/** Contradictions that need a correction: those of severity `warning`. */
export const contradictionCodes = [
  'status-against-notice',
  'status-against-licence',
  'status-against-terms',
  'terms-against-licence',
  'licences-differ',
  'licence-against-mining',
  'mining-without-statement',
  'year-before-taken',
] as const satisfies readonly ProblemCode[];

/**
 * What a picture says of its rights and its place against itself (common practice). Differences between its
 * records are no matter of this: they are disagreements of one field.
 */
export function contradictions(values: Values): Problem[] {
  return checks.flatMap((check) => check(values) ?? []);
}

const RESERVED = /all rights reserved|©|\(c\)|\bcopyright\b/i;
const FORBIDS_USE = /all rights reserved|no use without/i;

/** Characters of a text that are looked at for words of rights. */
const LOOKED_AT = 4000;
const beginning = (value: FieldValue | undefined) => asText(value).slice(0, LOOKED_AT);

/** The deeds of Creative Commons that the fields name, by field. */
function deeds({ ccLicense, webStatement, usageTerms }: Values): ReadonlyMap<FieldId, string> {
  const fields = { ccLicense, webStatement, usageTerms } as const;
  return new Map(
    (Object.keys(fields) as (keyof typeof fields)[]).flatMap((id): [FieldId, string][] => {
      const deed = deedOf(beginning(fields[id]));
      return deed === undefined ? [] : [[id, deed]];
    }),
  );
}

const isFree = (deed: string | undefined) => deed?.startsWith('publicdomain/') === true;
const isOpen = (deed: string | undefined) => deed?.startsWith('licenses/') === true;

const PLUS = 'http://ns.useplus.org/ldf/vocab/DMI-';
/** Where Data Mining refers to a statement, the field that must hold it (PLUS LDF, Data Mining). */
const statements: Readonly<Record<string, FieldId>> = {
  [`${PLUS}PROHIBITED-SEECONSTRAINT`]: 'otherConstraints',
  [`${PLUS}PROHIBITED-SEEEMBEDDEDRIGHTSEXPR`]: 'embeddedRightsExpression',
  [`${PLUS}PROHIBITED-SEELINKEDRIGHTSEXPR`]: 'linkedRightsExpression',
};

const checks: readonly ((values: Values) => Problem | undefined)[] = [
  /** Public domain, and a notice that claims a copyright. */
  ({ rightsStatus, copyrightNotice }) =>
    rightsStatus === 'public-domain' && RESERVED.test(beginning(copyrightNotice))
      ? problem('status-against-notice', 'rightsStatus')
      : undefined,
  /** A notice, and nothing said about the status that it claims. */
  ({ rightsStatus, copyrightNotice }) =>
    isEmpty(rightsStatus) && !isEmpty(copyrightNotice)
      ? problem('notice-without-status', 'rightsStatus', { severity: 'info' })
      : undefined,
  /** Protected by status, free by licence; or the other way round. */
  (values) => {
    const all = [...deeds(values).values()];
    const wrong =
      (values.rightsStatus === 'in-copyright' && all.some(isFree)) ||
      (values.rightsStatus === 'public-domain' && all.some(isOpen));
    return wrong ? problem('status-against-licence', 'rightsStatus') : undefined;
  },
  /** One licence in one field, another in the next. */
  (values) => {
    const all = [...new Set(deeds(values).values())];
    return all.length > 1 ? problem('licences-differ', 'ccLicense', { found: all.join(', ') }) : undefined;
  },
  /** An open licence, in whichever field it is named, and words that forbid every use. */
  (values) => {
    const { usageTerms, copyrightNotice } = values;
    const licensed = !isEmpty(values.ccLicense) || deeds(values).size > 0;
    return licensed && FORBIDS_USE.test(`${beginning(usageTerms)} ${beginning(copyrightNotice)}`)
      ? problem('terms-against-licence', 'usageTerms')
      : undefined;
  },
  /** Public domain, and terms that forbid a use. */
  ({ rightsStatus, usageTerms }) =>
    rightsStatus === 'public-domain' && FORBIDS_USE.test(beginning(usageTerms))
      ? problem('status-against-terms', 'usageTerms')
      : undefined,
  /** An open licence lets everybody use the picture; it cannot forbid reading it by programs. */
  (values) =>
    asText(values.dataMining).startsWith(`${PLUS}PROHIBITED`) && deeds(values).size > 0
      ? problem('licence-against-mining', 'dataMining')
      : undefined,
  /** Data Mining that refers to a statement which is not there. */
  (values) => {
    const named = statements[asText(values.dataMining)];
    return named && isEmpty(values[named])
      ? problem('mining-without-statement', 'dataMining', { found: named })
      : undefined;
  },
  /** A notice of a year in which the picture was not taken yet. */
  ({ copyrightNotice, dateCreated }) => {
    const taken = /^\d{4}/.exec(asText(dateCreated))?.[0];
    const latest = yearsOfPublication(asText(copyrightNotice)).sort().at(-1);
    return taken && latest && latest < taken
      ? problem('year-before-taken', 'copyrightNotice', { found: latest, expected: `${taken} or later` })
      : undefined;
  },
  ...(['city', 'state', 'country'] as const).map(
    (id) =>
      /** City and its like beside the structured places of the picture (IPTC Extension): one of them is wrong. */
      (values: Values): Problem | undefined => {
        const places = [...structuresOf(values.locationShown), ...structuresOf(values.locationCreated)];
        const named = places.flatMap((one) => memberText(one, id));
        const own = asText(values[id]);
        return own !== '' && named.length > 0 && !named.includes(own)
          ? problem('place-against-location', id, { severity: 'info', found: named[0]! })
          : undefined;
      },
  ),
];

function memberText(place: Structure, key: string): string[] {
  const text = place[key];
  return typeof text === 'string' && text !== '' ? [text] : [];
}
