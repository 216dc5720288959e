import { fieldLabel } from '../catalogue/fields';
import type { Check, CheckKind, CheckOf, LengthUnit, PixelSide } from '../checks/checklist';
import type { Failing, Reason } from '../checks/failing';
import type { FindingSeverity } from '../checks/finding';
import { formatNames } from '../containers/formatNames';
import { counted, formatNumber } from './counts';

export const severityWords: Readonly<Record<FindingSeverity, string>> = {
  must: 'Must',
  should: 'Should',
  note: 'Worth a look',
};

const either = (words: readonly string[]) =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`;

/** "at least 3 keywords", "5 to 50 keywords", "at most 250 characters". */
function within({ least, most }: { least?: number; most?: number }, what: (count: number) => string): string {
  if (least !== undefined && most !== undefined) return `${formatNumber(least)} to ${what(most)}`;
  if (least !== undefined) return `at least ${what(least)}`;
  return most === undefined ? `any number of ${what(0).replace(/^\S+ /, '')}` : `at most ${what(most)}`;
}

const lengthUnits: Readonly<Record<LengthUnit, (count: number) => string>> = {
  characters: (count) => counted(count, 'character'),
  words: (count) => counted(count, 'word'),
  bytes: (count) => counted(count, 'byte'),
};

const sides: Readonly<Record<PixelSide, { readonly name: string; readonly unit: string }>> = {
  long: { name: 'Long side', unit: 'px' },
  short: { name: 'Short side', unit: 'px' },
  megapixels: { name: 'Picture', unit: 'megapixels' },
};

/** "JPEG": the short name of a format. */
export const formatName = (id: string): string => (formatNames as Readonly<Record<string, string>>)[id] ?? id;

const names: { readonly [K in CheckKind]: (check: CheckOf<K>) => string } = {
  field: ({ field }) => fieldLabel(field),
  'one-of': ({ fields }) => either(fields.map(fieldLabel)),
  pattern: ({ field, pattern }) => `${fieldLabel(field)} like “${pattern}”`,
  length: ({ field, unit, ...bounds }) => `${fieldLabel(field)}: ${within(bounds, lengthUnits[unit])}`,
  'keyword-count': (bounds) => capital(within(bounds, (count) => counted(count, 'keyword'))),
  'keywords-known': () => 'Keywords from the vocabulary',
  pixels: ({ side, ...bounds }) =>
    `${sides[side].name} ${within(bounds, (count) => `${formatNumber(count, 1)} ${sides[side].unit}`)}`,
  format: ({ formats }) => `Format ${either(formats.map(formatName))}`,
  profile: ({ profiles }) => `Colour profile ${either(profiles)}`,
  bits: ({ bits }) => `${either(bits.map((one) => formatNumber(one)))} bits`,
  'notice-elements': () => 'A notice with sign, year and owner',
  'rights-agree': () => 'Status, notice, terms and licence agree',
  'owner-stated': () => 'The owner in the notice is the creator or Copyright Owner',
  'notice-year': () => 'The year of the notice fits the picture',
  'records-agree': () => 'Records of the file agree',
  'date-plausible': () => 'A date that can be true',
  addresses: () => 'E-mail, telephone and web addresses are whole',
  'licence-link': () => 'Licence link ready: a whole https address',
  'own-caption': ({ mayBeShared }) => (mayBeShared ? 'A caption, its own or shared' : 'A caption of its own'),
  'people-shown': () => 'Names in the caption stand in Person Shown',
  'no-placeholders': () => 'No left-over placeholder text',
  'release-stated': () => 'A release is stated where people are shown',
  'no-coordinates': () => 'No coordinates',
  readable: () => 'The file can be read',
};

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** A rule as it is reported: "Long side at least 1,200 px". */
export function ruleName(rule: Check): string {
  return (names[rule.check] as (check: Check) => string)(rule);
}

type Details = Omit<Failing, 'reason'>;
const named = ({ field }: Details) => (field ? fieldLabel(field) : 'The field');

const reasons: Readonly<Record<Reason, (failing: Details) => string>> = {
  empty: (one) => `${named(one)} is empty`,
  'other-form': ({ found }) => `“${found}” is of another form`,
  'too-short': ({ found }) => `only ${found}`,
  'too-long': ({ found }) => `${found}, too long`,
  'too-few': ({ found }) => (found === '0' ? 'no keywords' : `only ${found}`),
  'too-many': ({ found }) => `${found}, too many`,
  'unknown-keyword': ({ found }) => `“${found}” is not in the vocabulary`,
  'too-small': ({ found }) => `${found} px`,
  'too-large': ({ found }) => `${found} px, too large`,
  'size-not-known': () => 'its size in pixels is not known',
  'other-format': ({ found }) => `is ${formatName(found ?? '')}`,
  'no-profile': () => 'no colour profile is embedded',
  'other-profile': ({ found }) => (found ? `has the profile ${found}` : 'has a profile without a name'),
  'profile-not-known': () => 'its colour profile is not known',
  'other-bits': ({ found }) => `has ${found} bits`,
  'bits-not-known': () => 'its bits are not known',
  'no-sign': () => 'the notice lacks the sign ©',
  'no-year': () => 'the notice lacks the year',
  'no-owner': () => 'the notice lacks the owner',
  'status-against-notice': () => 'public domain by its status, copyright by its notice',
  'status-against-licence': () => 'status and licence contradict each other',
  'status-against-terms': () => 'public domain by its status, and the terms forbid a use',
  'terms-against-licence': () => 'an open licence, and words that forbid every use',
  'licences-differ': () => 'two fields name different licences',
  'licence-against-mining': () => 'an open licence, and data mining is prohibited',
  'mining-without-statement': () => 'Data Mining refers to a statement that is missing',
  'notice-without-status': () => 'a notice, and no status',
  'year-before-taken': ({ found }) => `the notice says ${found}, before the picture was taken`,
  'year-after-today': ({ found }) => `the notice says ${found}, a year to come`,
  'owner-not-stated': ({ found }) => `the notice names ${found}, who is stated nowhere else`,
  'owner-differs': ({ found }) => `the notice names ${found}, Copyright Owner somebody else`,
  'records-disagree': (one) => `${named(one)} differs between records`,
  'in-the-future': ({ found }) => `${found} is yet to come`,
  'camera-default': ({ found }) => `${found} is where a camera’s clock begins`,
  'no-email': ({ found }) => `“${found}” is no e-mail address`,
  'no-address': ({ found }) => `“${found}” is no whole web address`,
  'no-telephone': ({ found }) => `“${found}” is no telephone number`,
  'without-https': ({ found }) => `“${found}” begins with http:, not https:`,
  'no-link': ({ found }) => `“${found}” is no whole web address`,
  'no-caption': () => 'no caption',
  'only-sign-off': () => 'only the sign-off',
  'file-name': () => 'says the file name',
  shared: ({ found }) => `the same caption at ${found} moments`,
  'person-not-named': ({ found }) => `${found} is missing in Person Shown`,
  placeholder: (one) => `${named(one)} says “${one.found}”`,
  filler: (one) => `${named(one)} says “${one.found}”`,
  'no-release': () => 'no release is stated',
  'has-coordinates': ({ found }) => (found ? `taken at ${found}` : 'a place with coordinates'),
  unreadable: () => 'a record of the file cannot be read',
};

/** Why a picture fails, in a few words. */
export function failingWords({ reason, ...details }: Failing): string {
  return reasons[reason](details);
}
