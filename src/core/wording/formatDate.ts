import { locale } from './locale';

/** The day where the program runs, as ISO 8601. */
export function isoDay(now: Date): string {
  const two = (value: number) => String(value).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}

/** A moment in the person's own form. ISO 8601 in. */
export function formatDateTime(iso: string): string {
  return new Intl.DateTimeFormat(locale(), { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(iso));
}

/** The day of a moment in the person's own form. ISO 8601 in. */
export function formatDay(iso: string): string {
  return new Intl.DateTimeFormat(locale(), { dateStyle: 'medium' }).format(new Date(iso));
}
