import type { Prefix } from './namespaces';
import type { FieldRow, XmpPlace } from './row';
import {
  creditLineRequired,
  dataMining,
  imageAlterationConstraints,
  imageDuplicationConstraints,
  imageFileConstraints,
  minorModelAge,
  modelReleaseStatus,
  propertyReleaseStatus,
} from './vocabularies';

/*
 * Rights beyond the table in fields.ts: PLUS LDF 2.0.1 as the IPTC Extension takes it up, XMP Rights
 * Management (ISO 16684-1, 8.5) and Creative Commons (cc REL). Checked against the tables of libexiv2 where
 * it knows the property.
 */

type Stated = Pick<FieldRow, 'standardName' | 'type' | 'help' | 'example' | 'section'> & Partial<FieldRow>;

function rights(ns: Prefix, name: string, form: XmpPlace['form'], row: Stated): FieldRow {
  return {
    question: 'owned',
    need: 'all',
    nature: 'standing',
    readers: 'Agencies, licence registries',
    xmp: { ns, name, form },
    ...row,
  };
}

function inPlus(
  name: string,
  form: XmpPlace['form'],
  row: Omit<Stated, 'section'> & { section?: string },
): FieldRow {
  return rights('plus', name, form, { section: `PLUS LDF 2.0.1, ${row.standardName}`, ...row });
}

export const rightsRows = {
  rightsOwner: rights('xmpRights', 'Owner', 'bag', {
    standardName: 'Legal Owner',
    type: 'list',
    help: 'The legal owner in the XMP schema itself; most readers look at Copyright Owner.',
    example: 'Tarn & Tide',
    section: 'ISO 16684-1, 8.5',
  }),
  rightsCertificate: rights('xmpRights', 'Certificate', 'simple', {
    standardName: 'Rights Certificate',
    type: 'uri',
    help: 'The address of a rights certificate.',
    example: 'https://tarnandtide.example/certificate',
    section: 'ISO 16684-1, 8.5',
  }),
  licensor: inPlus('Licensor', 'seq-of-structs', {
    standardName: 'Licensor',
    mostItems: 3,
    type: 'structures',
    structure: 'licensor',
    need: 'usual',
    help: 'Who sells or grants licences, with an address for search engines.',
    example: 'Tarn & Tide, https://tarnandtide.example/licence',
    readers: 'Search engines, agencies',
  }),
  imageCreator: inPlus('ImageCreator', 'seq-of-structs', {
    standardName: 'Image Creator',
    type: 'structures',
    structure: 'imageCreator',
    help: 'The maker with an identifier, in the PLUS schema.',
    example: 'Aune Pell',
  }),
  imageSupplier: inPlus('ImageSupplier', 'seq-of-structs', {
    standardName: 'Image Supplier',
    mostItems: 1,
    type: 'structures',
    structure: 'imageSupplier',
    help: 'Who handed the file over; neither owner nor creator by this alone.',
    example: 'Tarn & Tide',
    section: 'PLUS LDF 2.0.1, Image Supplier; from memory',
  }),
  imageSupplierImageId: inPlus('ImageSupplierImageID', 'simple', {
    standardName: 'Image Supplier Image ID',
    type: 'text',
    nature: 'individual',
    help: 'The supplier’s number of the picture.',
    example: 'TT-0415',
  }),
  copyrightOwnerImageId: inPlus('CopyrightOwnerImageID', 'simple', {
    standardName: 'Copyright Owner Image ID',
    type: 'text',
    nature: 'individual',
    help: 'The owner’s number of the picture.',
    example: 'TT-0415',
  }),
  licensorImageId: inPlus('LicensorImageID', 'simple', {
    standardName: 'Licensor Image ID',
    type: 'text',
    nature: 'individual',
    help: 'The licensor’s number of the picture.',
    example: 'TT-0415',
  }),
  dataMining: inPlus('DataMining', 'simple', {
    standardName: 'Data Mining',
    type: 'choice',
    need: 'usual',
    help: 'Whether programs may read the picture to learn from it.',
    example: 'not for training of AI',
    readers: 'Collectors of training data that obey it',
    choices: dataMining,
    section: 'Extension 2023.1, Data Mining; from memory',
  }),
  otherConstraints: inPlus('OtherConstraints', 'lang-alt', {
    standardName: 'Other Constraints',
    type: 'multiline',
    help: 'Further limits of use, in words.',
    example: 'Not for advertising.',
    section: 'Extension 2023.1, Other Constraints',
  }),
  modelReleaseStatus: inPlus('ModelReleaseStatus', 'simple', {
    standardName: 'Model Release Status',
    type: 'choice',
    nature: 'individual',
    help: 'Whether the people shown have agreed. “None” says that no release was signed, “not applicable” that none is needed, as nobody can be recognised.',
    example: 'not applicable',
    choices: modelReleaseStatus,
  }),
  modelReleaseId: inPlus('ModelReleaseID', 'bag', {
    standardName: 'Model Release Id',
    type: 'list',
    nature: 'individual',
    help: 'Numbers of the agreements that the people shown have signed.',
    example: 'MR-2026-11',
  }),
  minorModelAge: inPlus('MinorModelAgeDisclosure', 'simple', {
    standardName: 'Minor Model Age Disclosure',
    type: 'choice',
    nature: 'individual',
    help: 'Age of the youngest person shown.',
    example: '25 or over',
    choices: minorModelAge,
  }),
  propertyReleaseStatus: inPlus('PropertyReleaseStatus', 'simple', {
    standardName: 'Property Release Status',
    type: 'choice',
    nature: 'individual',
    help: 'Whether the owners of what is shown have agreed. “None” says that no release was signed, “not applicable” that none is needed.',
    example: 'unlimited',
    choices: propertyReleaseStatus,
  }),
  propertyReleaseId: inPlus('PropertyReleaseID', 'bag', {
    standardName: 'Property Release Id',
    type: 'list',
    nature: 'individual',
    help: 'Numbers of the agreements that owners of what is shown have signed.',
    example: 'PR-2026-04',
  }),
  creditLineRequired: inPlus('CreditLineRequired', 'simple', {
    standardName: 'Credit Line Required',
    type: 'choice',
    help: 'Whether and where the maker must be named.',
    example: 'beside the image',
    choices: creditLineRequired,
  }),
  termsAndConditionsText: inPlus('TermsAndConditionsText', 'lang-alt', {
    standardName: 'Terms and Conditions Text',
    type: 'multiline',
    help: 'The terms of a licence, in words.',
    example: 'One use in print, one year.',
  }),
  termsAndConditionsUrl: inPlus('TermsAndConditionsURL', 'simple', {
    standardName: 'Terms and Conditions URL',
    type: 'uri',
    help: 'The address of the terms of a licence.',
    example: 'https://tarnandtide.example/terms',
  }),
  licensee: inPlus('Licensee', 'seq-of-structs', {
    standardName: 'Licensee',
    type: 'structures',
    structure: 'licensee',
    help: 'Who holds the licence.',
    example: 'Skerry Quarterly',
  }),
  endUser: inPlus('EndUser', 'seq-of-structs', {
    standardName: 'End User',
    type: 'structures',
    structure: 'endUser',
    help: 'Who uses the picture in the end.',
    example: 'Skerry Quarterly',
  }),
  licenseStartDate: inPlus('LicenseStartDate', 'simple', {
    standardName: 'License Start Date',
    type: 'date',
    help: 'From when a licence holds.',
    example: '2026-06-01',
  }),
  licenseEndDate: inPlus('LicenseEndDate', 'simple', {
    standardName: 'License End Date',
    type: 'date',
    help: 'Until when a licence holds.',
    example: '2027-05-31',
  }),
  licenseId: inPlus('LicenseID', 'simple', {
    standardName: 'License ID',
    type: 'text',
    help: 'The number of a licence.',
    example: 'L-2026-31',
  }),
  imageAlterationConstraints: inPlus('ImageAlterationConstraints', 'bag', {
    standardName: 'Image Alteration Constraints',
    type: 'list',
    help: 'What must not be changed, as codes of PLUS.',
    example: 'no cropping',
    choices: imageAlterationConstraints,
  }),
  imageFileConstraints: inPlus('ImageFileConstraints', 'bag', {
    standardName: 'Image File Constraints',
    type: 'list',
    help: 'What must stay as it is in the file, as codes of PLUS.',
    example: 'keep the file name',
    choices: imageFileConstraints,
  }),
  imageDuplicationConstraints: inPlus('ImageDuplicationConstraints', 'simple', {
    standardName: 'Image Duplication Constraints',
    type: 'choice',
    help: 'Whether copies may be made, as a code of PLUS.',
    example: 'only as the licence needs',
    choices: imageDuplicationConstraints,
  }),
  mediaSummaryCode: inPlus('MediaSummaryCode', 'simple', {
    standardName: 'Media Summary Code',
    type: 'text',
    help: 'The licensed uses in the code of PLUS.',
    example: '|PLUS|V0121|U001|',
  }),
  ccLicense: rights('cc', 'license', 'uri', {
    standardName: 'Creative Commons License',
    type: 'uri',
    help: 'The address of the licence under which anybody may use the picture.',
    example: 'https://creativecommons.org/licenses/by/4.0/',
    readers: 'Search engines, open archives',
    section: 'cc REL, cc:license',
  }),
  ccAttributionName: rights('cc', 'attributionName', 'simple', {
    standardName: 'Creative Commons Attribution Name',
    type: 'text',
    help: 'Who must be named under the Creative Commons licence.',
    example: 'Aune Pell',
    readers: 'Open archives',
    section: 'cc REL, cc:attributionName',
  }),
  ccAttributionUrl: rights('cc', 'attributionURL', 'uri', {
    standardName: 'Creative Commons Attribution URL',
    type: 'uri',
    help: 'The address to link to when the creator is named under the Creative Commons licence.',
    example: 'https://tarnandtide.example',
    readers: 'Open archives',
    section: 'cc REL, cc:attributionURL',
  }),
  ccMorePermissions: rights('cc', 'morePermissions', 'uri', {
    standardName: 'Creative Commons More Permissions',
    type: 'uri',
    help: 'The address where more than the Creative Commons licence allows can be asked for.',
    example: 'https://tarnandtide.example/licence',
    readers: 'Open archives',
    section: 'cc REL, cc:morePermissions',
  }),
} satisfies Record<string, FieldRow>;
