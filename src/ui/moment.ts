const format = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** A moment in the person's own form. ISO 8601 in. */
export function moment(iso: string): string {
  return format.format(new Date(iso));
}

const dayFormat = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium' });

/** The day of a moment in the person's own form. ISO 8601 in. */
export function day(iso: string): string {
  return dayFormat.format(new Date(iso));
}
