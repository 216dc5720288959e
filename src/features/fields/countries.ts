import countries from 'i18n-iso-countries';
import english from 'i18n-iso-countries/langs/en.json';

countries.registerLocale(english);

/** ISO 3166-1, from a registry package: names in English, codes of three letters. */
export const isoCountries = {
  nameOf: (code: string): string | undefined => countries.getName(code.toUpperCase(), 'en') ?? undefined,
  codeOf: (name: string): string | undefined => countries.getAlpha3Code(name.trim(), 'en') ?? undefined,
};

/** Every country with its code, by name. */
export const countryList: readonly { readonly code: string; readonly name: string }[] = Object.entries(
  countries.getNames('en'),
)
  .map(([alpha2, name]) => ({ code: countries.alpha2ToAlpha3(alpha2) ?? alpha2, name }))
  .sort((a, b) => a.name.localeCompare(b.name));
