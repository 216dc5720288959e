import type { LicenceGranted } from './recipe';

/** A day as it stands in files: the same on every machine, and read in one way only. ISO 8601 in. */
const dayInWords = (iso: string): string =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' }).format(new Date(iso));

/** A licence in a sentence: who may use what where, from when until when. '' where nobody is named. */
export function licenceTerms({ licensee, use, region, from, until, reference }: LicenceGranted): string {
  if (licensee.trim() === '') return '';
  const parts = [
    `Licensed to ${licensee.trim()}`,
    use.trim() && `for use ${use.trim()}`,
    region.trim() && `in ${region.trim()}`,
    from && `from ${dayInWords(from)}`,
    until && `until ${dayInWords(until)}`,
  ].filter(Boolean);
  return `${parts.join(' ')}.${reference.trim() ? ` Reference ${reference.trim()}.` : ''}`;
}

/** Whether a licence ends before it begins. */
export const endsBeforeItBegins = ({ from, until }: Pick<LicenceGranted, 'from' | 'until'>): boolean =>
  from !== '' && until !== '' && until < from;
