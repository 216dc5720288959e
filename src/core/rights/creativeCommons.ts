import type { Entry } from '../templates/template';

/** The licences of Creative Commons with their deeds; checked against the SPDX licence list in the tests. */
export const ccLicences = {
  by: 'Attribution',
  'by-sa': 'Attribution-ShareAlike',
  'by-nd': 'Attribution-NoDerivatives',
  'by-nc': 'Attribution-NonCommercial',
  'by-nc-sa': 'Attribution-NonCommercial-ShareAlike',
  'by-nc-nd': 'Attribution-NonCommercial-NoDerivatives',
} as const;
export type CcLicence = keyof typeof ccLicences;
export const ccVersions = ['4.0', '3.0', '2.5', '2.0'] as const;

/** A licence leaves the copyright where it is; the two others give it up, or state that there is none. */
export type CcChoice =
  | {
      readonly kind: 'licence';
      readonly licence: CcLicence;
      readonly version: (typeof ccVersions)[number];
      /** Of a licence that was ported to a country's law: its code, as in the address of the deed. */
      readonly jurisdiction?: string;
      /** Who must be named, and the address to name with it; may hold placeholders. */
      readonly attributionName: string;
      readonly attributionUrl: string;
      /** One's own page that describes the licence; the deed itself without one. */
      readonly page: string;
      /** Where more than the licence grants can be asked for. */
      readonly morePermissions: string;
    }
  | { readonly kind: 'cc0' }
  | { readonly kind: 'public-domain-mark' };

const BASE = 'https://creativecommons.org';

/** The address of the deed, with its closing slash. */
export function ccUrl(choice: CcChoice): string {
  switch (choice.kind) {
    case 'licence':
      return `${BASE}/licenses/${choice.licence}/${choice.version}/${choice.jurisdiction ? `${choice.jurisdiction}/` : ''}`;
    case 'cc0':
      return `${BASE}/publicdomain/zero/1.0/`;
    case 'public-domain-mark':
      return `${BASE}/publicdomain/mark/1.0/`;
  }
}

/** What a choice is called, in full: “CC BY 4.0”. */
export function ccName(choice: CcChoice): string {
  switch (choice.kind) {
    case 'licence': {
      if (choice.jurisdiction)
        return `Creative Commons ${ccLicences[choice.licence]} ${choice.version} (${choice.jurisdiction.toUpperCase()})`;
      const suffix =
        choice.version === '4.0' ? 'International' : choice.version === '3.0' ? 'Unported' : 'Generic';
      return `Creative Commons ${ccLicences[choice.licence]} ${choice.version} ${suffix}`;
    }
    case 'cc0':
      return 'CC0 1.0 Universal';
    case 'public-domain-mark':
      return 'Public Domain Mark 1.0';
  }
}

/** "CC BY-SA 4.0". */
export function ccShortName(choice: CcChoice): string {
  return choice.kind === 'licence'
    ? `CC ${choice.licence.toUpperCase()} ${choice.version}`
    : ccName(choice).replace(' Universal', '');
}

/** The fields that a choice sets, so that status, terms, address and cc: properties say one thing. */
export const ccFields = [
  'rightsStatus',
  'usageTerms',
  'webStatement',
  'ccLicense',
  'ccAttributionName',
  'ccAttributionUrl',
  'ccMorePermissions',
] as const;

/** Entries for all `ccFields`: what the choice does not use is erased, so that nothing of an earlier one stays. */
export function ccEntries(choice: CcChoice): Entry[] {
  const url = ccUrl(choice);
  const licensed = choice.kind === 'licence' ? choice : undefined;
  const texts: Record<(typeof ccFields)[number], string> = {
    rightsStatus: licensed ? 'in-copyright' : 'public-domain',
    usageTerms: termsOf(choice),
    webStatement: licensed?.page || url,
    ccLicense: url,
    ccAttributionName: licensed?.attributionName ?? '',
    ccAttributionUrl: licensed?.attributionUrl ?? '',
    ccMorePermissions: licensed?.morePermissions ?? '',
  };
  return ccFields.map((field) =>
    texts[field] === ''
      ? { field, rule: 'erase', texts: [] }
      : { field, rule: 'overwrite', texts: [texts[field]] },
  );
}

function termsOf(choice: CcChoice): string {
  const url = ccUrl(choice);
  switch (choice.kind) {
    case 'licence':
      return `This picture is licensed under ${ccName(choice)} (${ccShortName(choice)}): ${url}`;
    case 'cc0':
      return `All rights are given up as far as the law allows, under ${ccName(choice)}: ${url}`;
    case 'public-domain-mark':
      return `No known copyright stands on this picture (${ccName(choice)}): ${url}`;
  }
}

const DEED =
  /https?:\/\/(?:www\.)?creativecommons\.org\/(?:licenses\/([a-z-]{2,12})\/(\d\.\d)(?:\/([a-z]{2,10})(?![a-z]))?|publicdomain\/(zero|mark)\/1\.0)/i;
/** Names of pages behind a deed's address that are no jurisdiction. */
const PAGES = new Set(['legalcode', 'deed']);

/** The licence whose deed a text names, as "licenses/by/4.0" or "licenses/by/3.0/no"; undefined for none. */
export function deedOf(text: string): string | undefined {
  const [, licence, version, jurisdiction, domain] = DEED.exec(text) ?? [];
  if (domain) return `publicdomain/${domain.toLowerCase()}/1.0`;
  if (!licence || !version) return undefined;
  const ported = jurisdiction && !PAGES.has(jurisdiction.toLowerCase()) ? [jurisdiction] : [];
  return ['licenses', licence, version, ...ported].join('/').toLowerCase();
}

/** The choice that entries express; undefined where they hold no address of a deed. */
export function ccChoiceOf(textOf: (field: (typeof ccFields)[number]) => string): CcChoice | undefined {
  const deed = deedOf(textOf('ccLicense')) ?? deedOf(textOf('webStatement'));
  const [group, named, version, jurisdiction] = deed?.split('/') ?? [];
  if (group === 'publicdomain') return { kind: named === 'zero' ? 'cc0' : 'public-domain-mark' };
  const known = named as CcLicence | undefined;
  const ofVersion = ccVersions.find((one) => one === version);
  if (!known || !(known in ccLicences) || !ofVersion) return undefined;
  const page = textOf('webStatement');
  return {
    kind: 'licence',
    licence: known,
    version: ofVersion,
    ...(jurisdiction ? { jurisdiction } : {}),
    attributionName: textOf('ccAttributionName'),
    attributionUrl: textOf('ccAttributionUrl'),
    page: deedOf(page) ? '' : page,
    morePermissions: textOf('ccMorePermissions'),
  };
}
