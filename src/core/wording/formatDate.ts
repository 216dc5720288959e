import { locale } from './locale';

/** A moment in the person's own form. ISO 8601 in. */
export function formatDateTime(iso: string): string {
  return new Intl.DateTimeFormat(locale(), { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(iso));
}

/** The day of a moment in the person's own form. ISO 8601 in. */
export function formatDay(iso: string): string {
  return new Intl.DateTimeFormat(locale(), { dateStyle: 'medium' }).format(new Date(iso));
}
