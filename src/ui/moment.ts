const format = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** A moment in the person's own form. ISO 8601 in. */
export function moment(iso: string): string {
  return format.format(new Date(iso));
}
