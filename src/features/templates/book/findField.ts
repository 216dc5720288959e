import { type FieldId, field, fieldLabel, fieldNames, writtenFieldIds } from '@/core/catalogue/fields';
import { questions } from '@/core/catalogue/row';

/** What people call a field when they do not know its name (common practice). */
const alsoCalled: { readonly [K in FieldId]?: string } = {
  creator: 'photographer author artist byline who made it name maker',
  jobTitle: 'position role occupation profession',
  creditLine: 'agency provider firm publisher printed name credit',
  source: 'archive agency received from supply',
  copyrightNotice: 'who owns it owner © copyright rights year',
  rightsStatus: 'protected public domain marked copyrighted',
  copyrightOwner: 'who owns it holder',
  usageTerms: 'what may be done licence permission allowed use',
  webStatement: 'licence link rights page url address copyright info',
  contactEmail: 'mail reach',
  contactPhone: 'phone mobile number reach call',
  contactWeb: 'website url home page site portfolio',
  contactAddress: 'street house postal',
  contactPostcode: 'zip postcode',
  description: 'caption what is happening text sign-off',
  descriptionWriter: 'caption writer editor who wrote it',
  headline: 'subject line slug',
  title: 'reference object name number',
  keywords: 'tags search words',
  personShown: 'people names who is in it shown',
  sublocation: 'venue building place street location',
  city: 'town place location',
  state: 'region county province place',
  country: 'land nation place',
  countryCode: 'iso land nation',
  dateCreated: 'taken when day time shot',
  instructions: 'embargo special handling note',
  jobId: 'job number order transmission reference',
  eventName: 'occasion match ceremony event',
  rating: 'stars',
  licensor: 'who sells licence agency buy',
  imageSupplier: 'agency stock supplier',
  digitalSourceType: 'ai generated camera scan made by',
  dataMining: 'ai training robots search engines crawl',
  gpsLatitude: 'position coordinates map north',
  gpsLongitude: 'position coordinates map east',
  altText: 'accessibility blind screen reader alternative',
  modelReleaseStatus: 'consent release people',
  propertyReleaseStatus: 'consent release building',
  contributor: 'styling hair make-up assistant credits',
};

const texts = new Map(
  writtenFieldIds.map((id) => {
    const { help, question } = field(id);
    return [
      id,
      {
        name: fieldLabel(id).toLowerCase(),
        called: [...fieldNames(id), alsoCalled[id] ?? ''].join(' ').toLowerCase(),
        rest: `${help} ${questions[question]} ${id}`.toLowerCase(),
      },
    ] as const;
  }),
);

/** Fields by standard name or in plain words, the likeliest first: every word typed must be found. */
export function findFields(typed: string, most = 8): FieldId[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const scored = writtenFieldIds.flatMap((id) => {
    const points = words.map((word) => pointsFor(id, word));
    return points.every((one) => one > 0) ? [{ id, points: points.reduce((sum, one) => sum + one, 0) }] : [];
  });
  const order = { few: 0.3, usual: 0.2, all: 0 } as const;
  return scored
    .map(({ id, points }) => ({ id, points: points + order[field(id).need] }))
    .sort((a, b) => b.points - a.points)
    .slice(0, most)
    .map(({ id }) => id);
}

function pointsFor(id: FieldId, word: string): number {
  const { name, called, rest } = texts.get(id)!;
  if (name.startsWith(word)) return 4;
  if (starts(called, word)) return 3;
  if (starts(name, word)) return 3;
  return starts(rest, word) ? 1 : name.includes(word) ? 0.5 : 0;
}

function starts(text: string, word: string): boolean {
  return text.startsWith(word) || text.includes(` ${word}`) || text.includes(`-${word}`);
}
