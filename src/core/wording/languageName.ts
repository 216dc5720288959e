const names = new Intl.DisplayNames('en', { type: 'language', fallback: 'none' });

/** What a language is called by its tag (RFC 5646); undefined where it is none, or not known. */
export function languageName(tag: string): string | undefined {
  try {
    return names.of(tag);
  } catch {
    return undefined;
  }
}
