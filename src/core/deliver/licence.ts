import { formatDay } from '../wording/formatDate';
import type { LicenceGranted } from './recipe';

/** A licence in a sentence: who may use what where, from when until when. '' where nobody is named. */
export function licenceTerms({ licensee, use, region, from, until, reference }: LicenceGranted): string {
  if (licensee.trim() === '') return '';
  const parts = [
    `Licensed to ${licensee.trim()}`,
    use.trim() && `for use ${use.trim()}`,
    region.trim() && `in ${region.trim()}`,
    from && `from ${formatDay(from)}`,
    until && `until ${formatDay(until)}`,
  ].filter(Boolean);
  return `${parts.join(' ')}.${reference.trim() ? ` Reference ${reference.trim()}.` : ''}`;
}

/** Whether a licence ends before it begins. */
export const endsBeforeItBegins = ({ from, until }: Pick<LicenceGranted, 'from' | 'until'>): boolean =>
  from !== '' && until !== '' && until < from;
