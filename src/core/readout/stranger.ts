import type { FieldId } from '../catalogue/fields';
import { asList, asText, isEmpty } from '../catalogue/value';
import { type PhotoRecord, valuesOfRecord } from '../mapping/read';
import { isLicenceLink, noticeElements } from '../rights/notice';

/** One thing that somebody who gets the picture looks for: what they find, and what keeps them from finding it. */
export interface StrangerLine {
  readonly asks: 'credit' | 'notice' | 'licence' | 'acquire' | 'reach' | 'caption' | 'alt';
  /** As they see it; '' where they see nothing. */
  readonly sees: string;
  /** Fields that would have to be filled or fixed. */
  readonly lacks: readonly FieldId[];
  readonly problem?:
    | 'none'
    | 'no-https'
    | 'no-address'
    | 'no-sign'
    | 'no-year'
    | 'no-owner'
    | 'public-domain';
}

/** What a desktop's file properties show: they read Exif before XMP, and IIM not at all (common practice, from memory). */
export interface DesktopLine {
  readonly name: 'Title' | 'Authors' | 'Copyright' | 'Tags' | 'Rating' | 'Date taken' | 'Program';
  readonly sees: string;
}

type Values = ReturnType<typeof valuesOfRecord>;

/**
 * Describes the picture as somebody else meets it. A search engine takes for its licence notes Creator, Credit Line,
 * Copyright Notice, Web Statement of Rights and the Licensor's address (IPTC, quick guide for image licences; schema.org
 * names them creator, creditText, copyrightNotice, license, acquireLicensePage).
 */
export function asStranger(record: PhotoRecord): StrangerLine[] {
  const values = valuesOfRecord(record);
  return [
    credit(values),
    notice(values),
    licence(values),
    acquire(values),
    reach(values),
    caption(values),
    alt(values),
  ];
}

/** The byline as it is printed: "creator / credit", each once. */
function credit(values: Values): StrangerLine {
  const names = [
    ...new Set([...asList(values.creator), asText(values.creditLine)].filter((one) => one !== '')),
  ];
  const lacks = (['creator', 'creditLine'] as const).filter((id) => isEmpty(values[id]));
  return {
    asks: 'credit',
    sees: names.join(' / '),
    lacks: names.length === 0 ? lacks : lacks.filter((id) => id === 'creditLine'),
    ...(names.length === 0 ? { problem: 'none' } : {}),
  };
}

function notice(values: Values): StrangerLine {
  const text = asText(values.copyrightNotice);
  if (text === '') return { asks: 'notice', sees: '', lacks: ['copyrightNotice'], problem: 'none' };
  if (values.rightsStatus === 'public-domain')
    return { asks: 'notice', sees: text, lacks: ['rightsStatus'], problem: 'public-domain' };
  const { sign, year, owner } = noticeElements(text);
  const problem = !sign ? 'no-sign' : !year ? 'no-year' : !owner ? 'no-owner' : undefined;
  return {
    asks: 'notice',
    sees: text,
    lacks: problem ? ['copyrightNotice'] : [],
    ...(problem ? { problem } : {}),
  };
}

/** A link is made of a whole https address; http is followed, and shown with a warning (common practice). */
function link(asks: 'licence' | 'acquire', address: string, field: FieldId): StrangerLine {
  if (address === '') return { asks, sees: '', lacks: [field], problem: 'none' };
  if (isLicenceLink(address)) return { asks, sees: address, lacks: [] };
  const problem = /^http:\/\//i.test(address) ? 'no-https' : 'no-address';
  return { asks, sees: problem === 'no-https' ? address : '', lacks: [field], problem };
}

const licence = ({ webStatement, ccLicense }: Values) =>
  link('licence', asText(webStatement) || asText(ccLicense), 'webStatement');

function acquire({ licensor }: Values): StrangerLine {
  const [first] = Array.isArray(licensor) ? licensor : [];
  const address = typeof first === 'object' && typeof first.web === 'string' ? first.web : '';
  return link('acquire', address, 'licensor');
}

function reach({ contactEmail, contactPhone, contactWeb }: Values): StrangerLine {
  const ways = [contactEmail, contactPhone, contactWeb].map(asText).filter((one) => one !== '');
  return {
    asks: 'reach',
    sees: ways.join(', '),
    lacks: ways.length === 0 ? ['contactEmail'] : [],
    ...(ways.length === 0 ? { problem: 'none' } : {}),
  };
}

const text = (asks: 'caption' | 'alt', value: string, field: FieldId): StrangerLine =>
  value === '' ? { asks, sees: '', lacks: [field], problem: 'none' } : { asks, sees: value, lacks: [] };

const caption = ({ description, headline, title }: Values) =>
  text('caption', asText(description) || asText(headline) || asText(title), 'description');
const alt = ({ altText }: Values) => text('alt', asText(altText), 'altText');

/** What a desktop shows in a file's properties. Of one field Exif goes first, where it speaks. */
export function onDesktop(record: PhotoRecord, program: string): DesktopLine[] {
  const first = (id: FieldId) => {
    const reading = record.fields[id];
    const exif = reading?.recordValues.find((one) => one.origin === 'exif');
    const xmp = reading?.recordValues.find((one) => one.origin === 'xmp');
    return asText((exif ?? xmp)?.value);
  };
  return [
    { name: 'Title', sees: first('description') || first('title') },
    { name: 'Authors', sees: first('creator') },
    { name: 'Copyright', sees: first('copyrightNotice') },
    { name: 'Tags', sees: first('keywords') },
    { name: 'Rating', sees: first('rating') },
    { name: 'Date taken', sees: first('dateCreated') },
    { name: 'Program', sees: program },
  ];
}
