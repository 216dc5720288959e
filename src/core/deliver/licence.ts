import type { LicenceGranted } from './deliveryPlan';

/** A day as it is in files: the same on every machine, and read in one way only. ISO 8601 in. */
const dayInWords = (iso: string): string =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' }).format(new Date(iso));

type Granted = Pick<LicenceGranted, 'use' | 'region' | 'from' | 'until'>;

/** Use, region and days, separated by commas, so that any wording of a use fits. `day` formats an ISO 8601 day. */
export function licenceDetails({ use, region, from, until }: Granted, day = dayInWords): string {
  return [
    use.trim(),
    region.trim() && `in ${region.trim()}`,
    from && `from ${day(from)}`,
    until && `until ${day(until)}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** A licence in a sentence: who may use what where, from when until when. '' where nobody is named. */
export function licenceTerms(licence: LicenceGranted): string {
  const [licensee, reference] = [licence.licensee.trim(), licence.reference.trim()];
  if (licensee === '') return '';
  const details = licenceDetails(licence);
  const terms = details === '' ? `Licensed to ${licensee}.` : `Licensed to ${licensee}: ${details}.`;
  return reference ? `${terms} Reference ${reference}.` : terms;
}

/** Whether a licence ends before it begins. */
export const endsBeforeItBegins = ({ from, until }: Pick<LicenceGranted, 'from' | 'until'>): boolean =>
  from !== '' && until !== '' && until < from;
