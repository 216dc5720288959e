import { asList, asText, isEmpty } from '../../catalogue/value';
import { makerKey } from '../../rights/makers';
import { isLicenceLink, noticeElements } from '../../rights/notice';
import { noticeParts, yearsOfPublication } from '../../rights/noticeParts';
import { contradictions } from '../contradictions';
import { failing, type Reason } from '../failing';
import { LOOKED_AT, passes, type Tests } from './rule';

/** Rules of their own check the contradictions about year and place. */
const aboutRights = [
  'status-against-notice',
  'status-against-licence',
  'status-against-terms',
  'terms-against-licence',
  'licences-differ',
  'licence-against-mining',
  'mining-without-statement',
  'notice-without-status',
] as const satisfies readonly Reason[];
const isAboutRights = (code: string): code is (typeof aboutRights)[number] =>
  (aboutRights as readonly string[]).includes(code);

/** Notice, status, terms, licence and owner. */
export const rightsTests: Tests<
  'notice-elements' | 'rights-agree' | 'owner-stated' | 'notice-year' | 'licence-link'
> = {
  'notice-elements': (_, { values }) => {
    const notice = asText(values.copyrightNotice);
    if (notice.trim() === '') return [failing('empty', 'copyrightNotice')];
    const { sign, year, owner } = noticeElements(notice);
    return [
      ...(sign ? [] : [failing('no-sign', 'copyrightNotice')]),
      ...(year ? [] : [failing('no-year', 'copyrightNotice')]),
      ...(owner ? [] : [failing('no-owner', 'copyrightNotice')]),
    ];
  },
  'rights-agree': (_, { values }) =>
    contradictions(values).flatMap(({ code, part, found }) =>
      isAboutRights(code) ? [failing(code, part as 'rightsStatus', found)] : [],
    ),
  /** The owner in the notice is the creator, or is the Copyright Owner. */
  'owner-stated': (_, { values }) => {
    const notice = asText(values.copyrightNotice).slice(0, LOOKED_AT);
    const { owner } = noticeParts(notice);
    const key = makerKey(owner);
    if (key === '') return passes;
    const stated = asList(values.copyrightOwner).map(makerKey);
    if (stated.some((one) => one === key || key.includes(one) || one.includes(key))) return passes;
    if (stated.length > 0) return [failing('owner-differs', 'copyrightOwner', owner)];
    const creators = asList(values.creator).map(makerKey);
    return creators.some((one) => one !== '' && key.includes(one)) || creators.length === 0
      ? passes
      : [failing('owner-not-stated', 'copyrightOwner', owner)];
  },
  'notice-year': (_, { values }, { today }) => {
    const years = yearsOfPublication(asText(values.copyrightNotice).slice(0, LOOKED_AT)).sort();
    const latest = years.at(-1);
    const taken = /^\d{4}/.exec(asText(values.dateCreated))?.[0];
    if (latest === undefined) return passes;
    if (latest > today.slice(0, 4)) return [failing('year-after-today', 'copyrightNotice', latest)];
    // A camera clock that is ahead says nothing about the notice.
    return taken !== undefined && taken <= today.slice(0, 4) && latest < taken
      ? [failing('year-before-taken', 'copyrightNotice', latest)]
      : passes;
  },
  /** Search engines make a link of a whole https address in Web Statement of Rights (IPTC, quick guide for image licences). */
  'licence-link': (_, { values: { webStatement } }) => {
    if (isEmpty(webStatement)) return [failing('empty', 'webStatement')];
    const address = asText(webStatement).trim();
    if (isLicenceLink(address)) return passes;
    const reason = /^http:\/\//i.test(address) ? 'without-https' : 'no-link';
    return [failing(reason, 'webStatement', address)];
  },
};
