import { extensionRows } from './extensionRows';
import { languageRows } from './languageRows';
import { rightsRows } from './rightsRows';
import type { FieldRow } from './row';

/*
 * The field catalogue. Sources: IPTC Photo Metadata Standard 2025.1 (names, XMP properties and the
 * mapping to IIM; its sections are "Core" and "Extension", from memory), IIM 4.2 (DataSets and lengths in
 * bytes, checked against the table of libexiv2 in tests/oracles), Exif 2.32 (tags), PLUS LDF 2.0.1, XMP
 * (ISO 16684-1) part 1. Plain sentences and examples are ours.
 */
const rows = {
  creator: {
    standardName: 'Creator',
    question: 'made',
    type: 'list',
    need: 'few',
    nature: 'standing',
    help: 'Who took the picture: mostly a person; an organisation where nobody is named.',
    example: 'Aune Pell',
    readers: 'Search engines, agencies, every cataloguing program',
    xmp: { ns: 'dc', name: 'creator', form: 'seq' },
    iim: { record: 2, dataset: 80, maxBytes: 32, repeatable: true },
    exif: { ifd: 'IFD0', tag: 0x013b, name: 'Artist' },
    section: 'Core, Creator',
  },
  jobTitle: {
    standardName: "Creator's Jobtitle",
    label: 'Job title',
    otherNames: ["Creator's Job Title", 'By-line Title'],
    question: 'made',
    type: 'text',
    need: 'usual',
    nature: 'standing',
    help: 'What the creator does, in two or three words.',
    example: 'Staff photographer',
    readers: 'News desks and agencies',
    xmp: { ns: 'photoshop', name: 'AuthorsPosition', form: 'simple' },
    iim: { record: 2, dataset: 85, maxBytes: 32, repeatable: true },
    section: "Core, Creator's Jobtitle",
  },
  creditLine: {
    standardName: 'Credit Line',
    question: 'made',
    type: 'text',
    need: 'few',
    nature: 'standing',
    help: 'Who must be named beside the printed picture; often the organisation you work for.',
    example: 'Tarn & Tide',
    readers: 'Search engines, editors',
    xmp: { ns: 'photoshop', name: 'Credit', form: 'simple' },
    iim: { record: 2, dataset: 110, maxBytes: 32, repeatable: false },
    section: 'Core, Credit Line',
  },
  source: {
    standardName: 'Source (Supply Chain)',
    label: 'Source',
    question: 'made',
    type: 'text',
    need: 'all',
    nature: 'standing',
    help: 'From whom the picture was received: a person or organisation in the supply chain.',
    example: 'Tarn & Tide archive',
    readers: 'Agencies, archives',
    xmp: { ns: 'photoshop', name: 'Source', form: 'simple' },
    iim: { record: 2, dataset: 115, maxBytes: 32, repeatable: false },
    section: 'Core, Source',
  },
  copyrightNotice: {
    standardName: 'Copyright Notice',
    question: 'owned',
    type: 'multiline',
    need: 'few',
    nature: 'standing',
    help: 'The sign © or the word Copyright, the year of first publication and the owner.',
    example: '© 2026 Aune Pell, all rights reserved',
    readers: 'Search engines, everybody who opens the file information',
    xmp: { ns: 'dc', name: 'rights', form: 'lang-alt' },
    iim: { record: 2, dataset: 116, maxBytes: 128, repeatable: false },
    exif: { ifd: 'IFD0', tag: 0x8298, name: 'Copyright' },
    section: 'Core, Copyright Notice',
  },
  rightsStatus: {
    standardName: 'Copyright Status',
    question: 'owned',
    type: 'choice',
    need: 'few',
    nature: 'standing',
    help: 'Says that the picture is protected, or that nobody owns it any more.',
    example: 'in copyright',
    readers: 'Cataloguing programs; shown as a sign beside the file name',
    choices: { 'in-copyright': 'in copyright', 'public-domain': 'public domain' },
    xmp: { ns: 'xmpRights', name: 'Marked', form: 'simple' },
    resource: 0x040a,
    section: 'XMP part 1, 8.5 XMP Rights Management',
  },
  copyrightOwner: {
    standardName: 'Copyright Owner',
    question: 'owned',
    type: 'list',
    need: 'all',
    nature: 'standing',
    help: 'Who owns the rights in the picture. Always worth stating, also when it is the creator.',
    example: 'Tarn & Tide',
    readers: 'Agencies, licence registries',
    xmp: {
      ns: 'plus',
      name: 'CopyrightOwner',
      form: 'seq-of-struct',
      member: { ns: 'plus', name: 'CopyrightOwnerName' },
    },
    section: 'Extension, Copyright Owner',
  },
  usageTerms: {
    standardName: 'Rights Usage Terms',
    question: 'owned',
    type: 'multiline',
    need: 'few',
    nature: 'standing',
    help: 'What may be done with the picture, in plain words.',
    example: 'No use without written permission.',
    readers: 'Editors, buyers',
    xmp: { ns: 'xmpRights', name: 'UsageTerms', form: 'lang-alt' },
    section: 'Core, Rights Usage Terms',
  },
  webStatement: {
    standardName: 'Web Statement of Rights',
    question: 'owned',
    type: 'uri',
    need: 'few',
    nature: 'standing',
    help: 'The complete address of a page that states the rights; search engines make a licence link of it.',
    example: 'https://tarnandtide.example/rights',
    readers: 'Search engines',
    xmp: { ns: 'xmpRights', name: 'WebStatement', form: 'simple' },
    resource: 0x040b,
    section: 'Extension, Web Statement of Rights',
  },
  firstPublicationDate: {
    standardName: 'First Publication Date',
    question: 'owned',
    type: 'date',
    need: 'all',
    nature: 'individual',
    help: 'When the picture was first published: copies offered to the public. Showing it alone is not publishing.',
    example: '2026-05-14',
    readers: 'Licence registries',
    xmp: { ns: 'plus', name: 'FirstPublicationDate', form: 'simple' },
    section: 'PLUS LDF 2.0.1, First Publication Date',
  },
  contactEmail: {
    standardName: 'Email(s)',
    label: 'E-mail',
    otherNames: ['E-mail', 'Email', "Creator's Contact Info: E-mail"],
    question: 'reached',
    type: 'text',
    need: 'few',
    nature: 'standing',
    help: 'An address that is still read in ten years.',
    example: 'desk@tarnandtide.example',
    readers: 'People who want to buy or must ask',
    xmp: contact('CiEmailWork'),
    section: "Core, Creator's Contact Info",
  },
  contactPhone: {
    standardName: 'Phone(s)',
    label: 'Telephone',
    otherNames: ['Telephone', 'Phone'],
    question: 'reached',
    type: 'text',
    need: 'few',
    nature: 'standing',
    help: 'With the country code in front.',
    example: '+47 555 01 77',
    readers: 'People who want to buy or must ask',
    xmp: contact('CiTelWork'),
    section: "Core, Creator's Contact Info",
  },
  contactWeb: {
    standardName: 'Web URL(s)',
    label: 'Web address',
    otherNames: ['Web address', 'Website'],
    question: 'reached',
    type: 'text',
    need: 'few',
    nature: 'standing',
    help: 'The address of your site.',
    example: 'https://tarnandtide.example',
    readers: 'People who want to buy or must ask',
    xmp: contact('CiUrlWork'),
    section: "Core, Creator's Contact Info",
  },
  contactAddress: {
    standardName: 'Address (Contact Info)',
    label: 'Address',
    question: 'reached',
    type: 'multiline',
    need: 'all',
    nature: 'standing',
    help: 'Street and number. Public in every copy: many leave it out.',
    example: 'Brygga 4',
    readers: 'Everybody who opens the file',
    xmp: contact('CiAdrExtadr'),
    section: "Core, Creator's Contact Info",
  },
  contactCity: {
    standardName: 'City (Contact Info)',
    label: 'Contact city',
    question: 'reached',
    type: 'text',
    need: 'all',
    nature: 'standing',
    help: 'The creator’s town, not the town in the picture.',
    example: 'Havnes',
    readers: 'Everybody who opens the file',
    xmp: contact('CiAdrCity'),
    section: "Core, Creator's Contact Info",
  },
  contactRegion: {
    standardName: 'State/Province (Contact Info)',
    label: 'Contact region',
    question: 'reached',
    type: 'text',
    need: 'all',
    nature: 'standing',
    help: 'State or province of the creator’s address.',
    example: 'Ytterland',
    readers: 'Everybody who opens the file',
    xmp: contact('CiAdrRegion'),
    section: "Core, Creator's Contact Info",
  },
  contactPostcode: {
    standardName: 'Postal Code (Contact Info)',
    label: 'Contact postal code',
    question: 'reached',
    type: 'text',
    need: 'all',
    nature: 'standing',
    help: 'Postal code of the creator’s address.',
    example: '9990',
    readers: 'Everybody who opens the file',
    xmp: contact('CiAdrPcode'),
    section: "Core, Creator's Contact Info",
  },
  contactCountry: {
    standardName: 'Country (Contact Info)',
    label: 'Contact country',
    question: 'reached',
    type: 'text',
    need: 'all',
    nature: 'standing',
    help: 'Country of the creator’s address.',
    example: 'Norway',
    readers: 'Everybody who opens the file',
    xmp: contact('CiAdrCtry'),
    section: "Core, Creator's Contact Info",
  },
  keywords: {
    standardName: 'Keywords',
    question: 'shows',
    type: 'list',
    need: 'few',
    nature: 'individual',
    help: 'Words that somebody would search for.',
    example: 'ketch, planking, shipwright',
    readers: 'Search in every program and agency',
    xmp: { ns: 'dc', name: 'subject', form: 'bag' },
    iim: { record: 2, dataset: 25, maxBytes: 64, repeatable: true },
    section: 'Core, Keywords',
  },
  headline: {
    standardName: 'Headline',
    question: 'words',
    type: 'text',
    need: 'usual',
    nature: 'individual',
    help: 'The picture in one short line.',
    example: 'The ketch takes the water',
    readers: 'Editors, sites',
    xmp: { ns: 'photoshop', name: 'Headline', form: 'simple' },
    iim: { record: 2, dataset: 105, maxBytes: 256, repeatable: false },
    section: 'Core, Headline',
  },
  title: {
    standardName: 'Title',
    question: 'words',
    type: 'text',
    need: 'usual',
    nature: 'individual',
    help: 'A short reference for the picture; often a number or name.',
    example: 'kt24-0415',
    readers: 'Archives, sites',
    xmp: { ns: 'dc', name: 'title', form: 'lang-alt' },
    iim: { record: 2, dataset: 5, maxBytes: 64, repeatable: false },
    section: 'Core, Title',
  },
  description: {
    standardName: 'Description',
    question: 'words',
    type: 'multiline',
    need: 'few',
    nature: 'individual',
    help: 'The caption: who or what, what is happening, some context, in one to three sentences.',
    example: 'Two shipwrights bend the first plank round the turn of the bilge.',
    readers: 'Editors, search engines, everybody',
    xmp: { ns: 'dc', name: 'description', form: 'lang-alt' },
    iim: { record: 2, dataset: 120, maxBytes: 2000, repeatable: false },
    exif: { ifd: 'IFD0', tag: 0x010e, name: 'ImageDescription' },
    section: 'Core, Description',
  },
  descriptionWriter: {
    standardName: 'Description Writer',
    question: 'words',
    type: 'text',
    need: 'all',
    nature: 'standing',
    help: 'Who wrote the caption, for questions about it.',
    example: 'Aune Pell',
    readers: 'News desks',
    xmp: { ns: 'photoshop', name: 'CaptionWriter', form: 'simple' },
    iim: { record: 2, dataset: 122, maxBytes: 32, repeatable: true },
    section: 'Core, Description Writer',
  },
  rating: {
    standardName: 'Image Rating',
    question: 'words',
    type: 'rating',
    need: 'usual',
    nature: 'individual',
    help: 'From 0 to 5; −1 means rejected.',
    example: '3',
    readers: 'Cataloguing programs',
    choices: { '-1': 'rejected', '0': 'no rating', '1': '1', '2': '2', '3': '3', '4': '4', '5': '5' },
    xmp: { ns: 'xmp', name: 'Rating', form: 'simple' },
    section: 'Extension, Image Rating',
  },
  sublocation: {
    standardName: 'Sublocation (legacy)',
    label: 'Sublocation',
    question: 'where',
    type: 'text',
    need: 'usual',
    nature: 'individual',
    help: 'The place inside the town: a building, quay or square.',
    example: 'Slipway 2, Pellvik yard',
    readers: 'Editors, archives',
    xmp: { ns: 'Iptc4xmpCore', name: 'Location', form: 'simple' },
    iim: { record: 2, dataset: 92, maxBytes: 32, repeatable: false },
    section: 'Core, Sublocation',
  },
  city: {
    standardName: 'City (legacy)',
    label: 'City',
    question: 'where',
    type: 'text',
    need: 'few',
    nature: 'individual',
    help: 'The town in the picture.',
    example: 'Havnes',
    readers: 'Editors, archives',
    xmp: { ns: 'photoshop', name: 'City', form: 'simple' },
    iim: { record: 2, dataset: 90, maxBytes: 32, repeatable: false },
    section: 'Core, City',
  },
  state: {
    standardName: 'Province or State (legacy)',
    label: 'Province or State',
    question: 'where',
    type: 'text',
    need: 'usual',
    nature: 'individual',
    help: 'The part of the country.',
    example: 'Ytterland',
    readers: 'Editors, archives',
    xmp: { ns: 'photoshop', name: 'State', form: 'simple' },
    iim: { record: 2, dataset: 95, maxBytes: 32, repeatable: false },
    section: 'Core, Province or State',
  },
  country: {
    standardName: 'Country (legacy)',
    label: 'Country',
    question: 'where',
    type: 'text',
    need: 'few',
    nature: 'individual',
    help: 'The country in the picture, in full.',
    example: 'Norway',
    readers: 'Editors, archives',
    xmp: { ns: 'photoshop', name: 'Country', form: 'simple' },
    iim: { record: 2, dataset: 101, maxBytes: 64, repeatable: false },
    section: 'Core, Country',
  },
  countryCode: {
    standardName: 'Country Code (legacy)',
    label: 'Country Code',
    question: 'where',
    type: 'text',
    need: 'usual',
    nature: 'individual',
    help: 'The three letters of ISO 3166, such as NOR. Two letters are read too, but IIM takes three.',
    textForm: 'country-code',
    example: 'NOR',
    readers: 'News systems',
    xmp: { ns: 'Iptc4xmpCore', name: 'CountryCode', form: 'simple' },
    iim: { record: 2, dataset: 100, maxBytes: 3, repeatable: false, form: 'country-code' },
    section: 'Core, Country Code',
  },
  dateCreated: {
    standardName: 'Date Created',
    question: 'where',
    type: 'date',
    need: 'usual',
    nature: 'individual',
    help: 'When the picture was taken, by the clock at the place.',
    example: '2026-05-14T07:12:40',
    readers: 'Every cataloguing program',
    xmp: { ns: 'photoshop', name: 'DateCreated', form: 'simple' },
    iim: { record: 2, dataset: 55, maxBytes: 8, repeatable: false, time: 60 },
    exif: { ifd: 'Exif', tag: 0x9003, name: 'DateTimeOriginal' },
    section: 'Core, Date Created',
  },
  dateDigitized: {
    standardName: 'Create Date',
    question: 'where',
    type: 'date',
    need: 'all',
    nature: 'individual',
    help: 'When the file was made digital: for a camera the moment of the picture, for a scan that of scanning.',
    example: '2026-05-14T07:12:40',
    readers: 'Cataloguing programs',
    shownOnly: true,
    xmp: { ns: 'xmp', name: 'CreateDate', form: 'simple' },
    iim: { record: 2, dataset: 62, maxBytes: 8, repeatable: false, time: 63 },
    exif: { ifd: 'Exif', tag: 0x9004, name: 'DateTimeDigitized' },
    section: 'ISO 16684-1, 8.4; Metadata Working Group guidelines 2.0, 5.3',
  },
  modifyDate: {
    standardName: 'Modify Date',
    question: 'where',
    type: 'date',
    need: 'all',
    nature: 'individual',
    help: 'When the picture was last changed by a program.',
    example: '2026-05-20T18:03:00',
    readers: 'Cataloguing programs',
    shownOnly: true,
    xmp: { ns: 'xmp', name: 'ModifyDate', form: 'simple' },
    exif: { ifd: 'IFD0', tag: 0x0132, name: 'DateTime' },
    section: 'ISO 16684-1, 8.4; Metadata Working Group guidelines 2.0, 5.3',
  },
  instructions: {
    standardName: 'Instructions',
    question: 'whom',
    type: 'multiline',
    need: 'usual',
    nature: 'standing',
    help: 'What the receiver must observe: embargo, handling.',
    example: 'Not before the launch on 14 May.',
    readers: 'News desks',
    xmp: { ns: 'photoshop', name: 'Instructions', form: 'simple' },
    iim: { record: 2, dataset: 40, maxBytes: 256, repeatable: false },
    section: 'Core, Instructions',
  },
  ...extensionRows,
  ...rightsRows,
  ...languageRows,
} satisfies Record<string, FieldRow>;

function contact(member: string): FieldRow['xmp'] {
  return {
    ns: 'Iptc4xmpCore',
    name: 'CreatorContactInfo',
    form: 'struct',
    member: { ns: 'Iptc4xmpCore', name: member },
  };
}

export type FieldId = keyof typeof rows;
export const fieldIds = Object.keys(rows) as FieldId[];

/** The row of a field. */
export function field(id: FieldId): FieldRow {
  return rows[id];
}

/** Whether a text is the id of a field. */
export function isFieldId(id: string): id is FieldId {
  return Object.hasOwn(rows, id);
}

/** The form of a field's value, by its row: one text, texts, or structures. */
export type ValueShape = 'text' | 'list' | 'structures';

const shapes = new Map<FieldId, ValueShape>(fieldIds.map((id) => [id, shapeOfType(rows[id].type)]));

function shapeOfType(type: FieldRow['type']): ValueShape {
  return type === 'list' || type === 'structures' ? type : 'text';
}

/** Whether a field holds one text, a list of texts, or structures. */
export function shapeOf(id: FieldId): ValueShape {
  return shapes.get(id)!;
}

/** Whether a field holds several texts. */
export function isList(id: FieldId): boolean {
  return shapeOf(id) === 'list';
}

/** Fields that people write; the others are only read, shown and kept. */
export const writtenFieldIds: readonly FieldId[] = fieldIds.filter((id) => !field(id).shownOnly);

/** What the interface calls a field. */
export function fieldLabel(id: FieldId): string {
  const { label, standardName } = field(id);
  return label ?? standardName;
}

/** The words of a code among choices; the code itself where it is none of them, such as "constructor". */
export function choiceWords(choices: FieldRow['choices'], code: string): string {
  return choices && Object.hasOwn(choices, code) ? choices[code]! : code;
}

/** Every name of a field, the one of the interface first. */
export function fieldNames(id: FieldId): readonly string[] {
  const { standardName, otherNames } = field(id);
  return [...new Set([fieldLabel(id), standardName, ...(otherNames ?? [])])];
}

/** By id, or by one of its names in any case. */
export function fieldNamed(name: string): FieldId | undefined {
  if (isFieldId(name)) return name;
  return byName.get(name.replace(/\s+/g, ' ').trim().toLowerCase());
}

const byName = new Map(fieldIds.flatMap((id) => fieldNames(id).map((name) => [name.toLowerCase(), id])));
