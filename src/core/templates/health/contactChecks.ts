import { field } from '../../catalogue/fields';
import { isLicenceLink } from '../../rights/notice';
import { isEmailAddress, repairedAddress, webAddressFields } from '../../rights/webAddress';
import type { Advice, Check } from './advice';
import { entryOf, isLiteral, textOf, withEntry, without, withTexts } from './entries';

/** Search engines take a licence link from a complete https address only. */
const addresses: Check = (template) =>
  webAddressFields.flatMap((id): Advice[] => {
    const text = textOf(template, id).trim();
    if (text === '' || !isLiteral(text) || isLicenceLink(text)) return [];
    const mended = repairedAddress(text);
    const plain = /^http:\/\//i.test(text);
    return [
      {
        code: plain ? 'address-without-https' : 'address-incomplete',
        severity: id === 'webStatement' ? 'should' : 'note',
        field: id,
        found: text,
        ...(mended ? { repair: withTexts(template, id, () => mended) } : {}),
      },
    ];
  });

const email: Check = (template) => {
  const text = textOf(template, 'contactEmail');
  const all = text.split(/[,;]\s*/).filter((one) => one !== '');
  return text === '' || !isLiteral(text) || all.every(isEmailAddress)
    ? []
    : [{ code: 'email-not-one', severity: 'should', field: 'contactEmail', found: text }];
};

/** Whoever gets the file can read these. */
const madePublic: Check = (template) => {
  const advice: Advice[] = [];
  if (entryOf(template, 'contactAddress'))
    advice.push({
      code: 'street-public',
      severity: 'note',
      field: 'contactAddress',
      repair: without(template, 'contactAddress'),
    });
  const positions = template.entries.filter(
    ({ field: id, rule, structures }) =>
      rule !== 'erase' &&
      (id === 'gpsLatitude' ||
        (field(id).structure === 'location' && structures?.some((one) => one.latitude !== undefined))),
  );
  if (positions.length > 0)
    advice.push({ code: 'position-public', severity: 'should', field: positions[0]!.field });
  return advice;
};

/** ISO 3166-1, where its names are at hand. */
const country: Check = (template, { countries }) => {
  if (!countries) return [];
  const [name, code] = [textOf(template, 'country'), textOf(template, 'countryCode')];
  if (name === '' || !isLiteral(name) || !isLiteral(code)) return [];
  const known = countries.codeOf(name);
  if (!known) return [];
  const rule = entryOf(template, 'country')!.rule;
  const repair = withEntry(template.entries, {
    field: 'countryCode',
    rule: rule === 'fill' ? 'fill' : 'overwrite',
    texts: [known],
  });
  if (code === '')
    return [{ code: 'country-without-code', severity: 'note', field: 'countryCode', found: known, repair }];
  const same = countries.nameOf(code) === countries.nameOf(known);
  return same
    ? []
    : [{ code: 'code-not-of-country', severity: 'should', field: 'countryCode', found: code, repair }];
};

export const contactChecks: readonly Check[] = [addresses, email, madePublic, country];
