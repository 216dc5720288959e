/*
 * The person's locale for numbers and dates: set once, by the page's frame on the server and by its script
 * in the browser, so that both write the same text. Undefined is the locale of the machine.
 */
let current: string | undefined;

/** BCP 47; one that is not known is passed over. */
export function setLocale(tag: string | undefined): void {
  try {
    current = tag && Intl.NumberFormat.supportedLocalesOf(tag).length > 0 ? tag : undefined;
  } catch {
    current = undefined;
  }
}

export const locale = (): string | undefined => current;
