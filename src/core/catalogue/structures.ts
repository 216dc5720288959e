import type { Prefix } from './namespaces';
import type { TextForm } from './textForm';
import { telephoneTypes } from './vocabularies';

/**
 * Structured values (IPTC Photo Metadata Standard 2025.1, "Structures"; PLUS LDF 2.0.1; Metadata Working
 * Group guidelines 2.0, keyword hierarchy). Members newer than the tables of libexiv2 are from memory.
 */
export interface MemberRow {
  readonly ns: Prefix;
  readonly name: string;
  /** 'structs' and 'struct' hold values of `structure`; arrays of structures are in `array`. */
  readonly form: 'simple' | 'uri' | 'lang-alt' | 'bag' | 'seq' | 'struct' | 'structs';
  readonly structure?: StructureId;
  readonly array?: 'Bag' | 'Seq';
  readonly words: string;
  /** 'coordinate': decimal here, in XMP in its own form. */
  readonly textForm?: TextForm | 'coordinate';
  /** The closed vocabulary, by code. */
  readonly choices?: Readonly<Record<string, string>>;
  /** Written with this other member, and not typed: the reference of an altitude. */
  readonly follows?: string;
}
export type StructureRow = Readonly<Record<string, MemberRow>>;

type Form = MemberRow['form'];
const ext = (name: string, words: string, form: Form = 'simple'): MemberRow => ({
  ns: 'Iptc4xmpExt',
  name,
  form,
  words,
});
const plus = (name: string, words: string, form: Form = 'simple'): MemberRow => ({
  ns: 'plus',
  name,
  form,
  words,
});
const of = (row: MemberRow, textForm: NonNullable<MemberRow['textForm']>): MemberRow => ({
  ...row,
  textForm,
});
const place = (name: string, words: string): MemberRow => ({
  ...of({ ns: 'exif', name, form: 'simple', words }, 'coordinate'),
});
const structs = (row: MemberRow, structure: StructureId, array: 'Bag' | 'Seq' = 'Bag'): MemberRow => ({
  ...row,
  form: 'structs',
  structure,
  array,
});

export type StructureId =
  | 'location'
  | 'artwork'
  | 'person'
  | 'product'
  | 'cvTerm'
  | 'entity'
  | 'contributor'
  | 'imageCreator'
  | 'imageSupplier'
  | 'licensor'
  | 'copyrightOwner'
  | 'endUser'
  | 'licensee'
  | 'registryEntry'
  | 'embeddedRights'
  | 'linkedRights'
  | 'region'
  | 'regionBoundary'
  | 'boundaryPoint'
  | 'keywordNode'
  | 'faceRegion'
  | 'area'
  | 'languageText';

export const structures: Readonly<Record<StructureId, StructureRow>> = {
  location: {
    name: ext('LocationName', 'Name', 'lang-alt'),
    identifiers: ext('LocationId', 'Identifiers', 'bag'),
    sublocation: ext('Sublocation', 'Sublocation'),
    city: ext('City', 'City'),
    state: ext('ProvinceState', 'Province or state'),
    country: ext('CountryName', 'Country'),
    countryCode: of(ext('CountryCode', 'Country code'), 'country-code'),
    worldRegion: ext('WorldRegion', 'World region'),
    latitude: place('GPSLatitude', 'Latitude'),
    longitude: place('GPSLongitude', 'Longitude'),
    altitude: place('GPSAltitude', 'Altitude'),
    altitudeRef: {
      ns: 'exif',
      name: 'GPSAltitudeRef',
      form: 'simple',
      words: 'Altitude reference',
      follows: 'altitude',
    },
  },
  artwork: {
    title: ext('AOTitle', 'Title', 'lang-alt'),
    creator: ext('AOCreator', 'Creator', 'seq'),
    creatorIdentifiers: ext('AOCreatorId', 'Creator identifiers', 'seq'),
    dateCreated: of(ext('AODateCreated', 'Date created'), 'date'),
    circaDate: ext('AOCircaDateCreated', 'Circa date'),
    source: ext('AOSource', 'Source'),
    inventoryNumber: ext('AOSourceInvNo', 'Inventory number'),
    inventoryAddress: ext('AOSourceInvURL', 'Inventory address'),
    copyrightNotice: ext('AOCopyrightNotice', 'Copyright notice'),
    copyrightOwner: ext('AOCurrentCopyrightOwnerName', 'Copyright owner'),
    copyrightOwnerIdentifier: ext('AOCurrentCopyrightOwnerId', 'Copyright owner identifier'),
    licensor: ext('AOCurrentLicensorName', 'Licensor'),
    licensorIdentifier: ext('AOCurrentLicensorId', 'Licensor identifier'),
    stylePeriod: ext('AOStylePeriod', 'Style or period', 'bag'),
    content: ext('AOContentDescription', 'What it shows', 'lang-alt'),
    contribution: ext('AOContributionDescription', 'Contribution', 'lang-alt'),
    physical: ext('AOPhysicalDescription', 'Physical description', 'lang-alt'),
  },
  person: {
    name: ext('PersonName', 'Name', 'lang-alt'),
    identifiers: ext('PersonId', 'Identifiers', 'bag'),
    description: ext('PersonDescription', 'Description', 'lang-alt'),
    characteristics: structs(ext('PersonCharacteristic', 'Characteristics'), 'cvTerm'),
  },
  product: {
    name: ext('ProductName', 'Name', 'lang-alt'),
    description: ext('ProductDescription', 'Description', 'lang-alt'),
    gtin: ext('ProductGTIN', 'GTIN'),
    identifier: ext('ProductId', 'Identifier'),
  },
  cvTerm: {
    name: ext('CvTermName', 'Name', 'lang-alt'),
    identifier: ext('CvTermId', 'Identifier'),
    vocabulary: ext('CvId', 'Vocabulary'),
    refinedAbout: ext('CvTermRefinedAbout', 'Refined about'),
  },
  entity: {
    name: ext('Name', 'Name', 'lang-alt'),
    identifiers: { ns: 'xmp', name: 'Identifier', form: 'bag', words: 'Identifiers' },
  },
  contributor: {
    name: ext('Name', 'Name', 'lang-alt'),
    identifiers: { ns: 'xmp', name: 'Identifier', form: 'bag', words: 'Identifiers' },
    role: ext('Role', 'Role', 'bag'),
  },
  imageCreator: {
    name: plus('ImageCreatorName', 'Name'),
    identifier: plus('ImageCreatorID', 'Identifier'),
  },
  imageSupplier: {
    name: plus('ImageSupplierName', 'Name'),
    identifier: plus('ImageSupplierID', 'Identifier'),
  },
  copyrightOwner: {
    name: plus('CopyrightOwnerName', 'Name'),
    identifier: plus('CopyrightOwnerID', 'Identifier'),
  },
  endUser: {
    name: plus('EndUserName', 'Name'),
    identifier: plus('EndUserID', 'Identifier'),
  },
  licensee: {
    name: plus('LicenseeName', 'Name'),
    identifier: plus('LicenseeID', 'Identifier'),
  },
  licensor: {
    name: plus('LicensorName', 'Name'),
    identifier: plus('LicensorID', 'Identifier'),
    street: plus('LicensorStreetAddress', 'Street'),
    extendedAddress: plus('LicensorExtendedAddress', 'Further address'),
    city: plus('LicensorCity', 'City'),
    region: plus('LicensorRegion', 'Region'),
    postalCode: plus('LicensorPostalCode', 'Postal code'),
    country: plus('LicensorCountry', 'Country'),
    telephoneType1: { ...plus('LicensorTelephoneType1', 'Kind of telephone'), choices: telephoneTypes },
    telephone1: plus('LicensorTelephone1', 'Telephone'),
    telephoneType2: {
      ...plus('LicensorTelephoneType2', 'Kind of second telephone'),
      choices: telephoneTypes,
    },
    telephone2: plus('LicensorTelephone2', 'Second telephone'),
    email: plus('LicensorEmail', 'E-mail'),
    web: of(plus('LicensorURL', 'Web address'), 'uri'),
  },
  registryEntry: {
    itemIdentifier: ext('RegItemId', 'Item identifier'),
    organisationIdentifier: ext('RegOrgId', 'Organisation identifier'),
    role: ext('RegEntryRole', 'Role'),
  },
  embeddedRights: {
    expression: ext('EncRightsExpr', 'Expression'),
    type: ext('RightsExprEncType', 'Encoding'),
    language: ext('RightsExprLangId', 'Language'),
  },
  linkedRights: {
    link: of(ext('LinkedRightsExpr', 'Link'), 'uri'),
    type: ext('RightsExprEncType', 'Encoding'),
    language: ext('RightsExprLangId', 'Language'),
  },
  region: {
    name: ext('Name', 'Name', 'lang-alt'),
    identifier: ext('rId', 'Identifier'),
    boundary: { ...ext('RegionBoundary', 'Boundary'), form: 'struct', structure: 'regionBoundary' },
    contentTypes: structs(ext('rCtype', 'Content types'), 'entity'),
    roles: structs(ext('rRole', 'Roles'), 'entity'),
    people: ext('PersonInImage', 'People', 'bag'),
    organisations: ext('OrganisationInImageName', 'Organisations', 'bag'),
  },
  regionBoundary: {
    shape: ext('rbShape', 'Shape'),
    unit: ext('rbUnit', 'Unit'),
    x: ext('rbX', 'x'),
    y: ext('rbY', 'y'),
    width: ext('rbW', 'Width'),
    height: ext('rbH', 'Height'),
    radius: ext('rbRx', 'Radius'),
    vertices: structs(ext('rbVertices', 'Vertices'), 'boundaryPoint', 'Seq'),
  },
  languageText: {
    language: of({ ns: 'xml', name: 'lang', form: 'simple', words: 'Language' }, 'language'),
    text: { ns: 'rdf', name: 'value', form: 'simple', words: 'Text' },
  },
  faceRegion: {
    name: { ns: 'mwg-rs', name: 'Name', form: 'simple', words: 'Name' },
    type: { ns: 'mwg-rs', name: 'Type', form: 'simple', words: 'Type' },
    description: { ns: 'mwg-rs', name: 'Description', form: 'simple', words: 'Description' },
    area: { ns: 'mwg-rs', name: 'Area', form: 'struct', structure: 'area', words: 'Area' },
  },
  area: {
    x: { ns: 'stArea', name: 'x', form: 'simple', words: 'x' },
    y: { ns: 'stArea', name: 'y', form: 'simple', words: 'y' },
    width: { ns: 'stArea', name: 'w', form: 'simple', words: 'Width' },
    height: { ns: 'stArea', name: 'h', form: 'simple', words: 'Height' },
    diameter: { ns: 'stArea', name: 'd', form: 'simple', words: 'Diameter' },
    unit: { ns: 'stArea', name: 'unit', form: 'simple', words: 'Unit' },
  },
  boundaryPoint: { x: ext('rbX', 'x'), y: ext('rbY', 'y') },
  keywordNode: {
    keyword: { ns: 'mwg-kw', name: 'Keyword', form: 'simple', words: 'Keyword' },
    applied: { ns: 'mwg-kw', name: 'Applied', form: 'simple', words: 'Applied' },
    children: {
      ns: 'mwg-kw',
      name: 'Children',
      form: 'structs',
      structure: 'keywordNode',
      array: 'Bag',
      words: 'Below',
    },
  },
};
