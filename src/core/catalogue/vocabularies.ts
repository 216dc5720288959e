/*
 * Controlled values as stored, with plain words. Digital Source Type: IPTC NewsCodes
 * (http://cv.iptc.org/newscodes/digitalsourcetype/), from memory. PLUS: LDF 2.0.1, "Controlled
 * vocabularies"; the first entries of each list are in libexiv2's tables, data mining (2023) is from memory.
 */
type Words = Readonly<Record<string, string>>;

const under = (base: string, codes: Words): Words =>
  Object.fromEntries(Object.entries(codes).map(([code, words]) => [base + code, words]));

const SOURCE_TYPE = 'http://cv.iptc.org/newscodes/digitalsourcetype/';
const PLUS = 'http://ns.useplus.org/ldf/vocab/';

export const digitalSourceTypes = under(SOURCE_TYPE, {
  digitalCapture: 'taken with a digital camera',
  computationalCapture: 'several shots joined by the camera',
  negativeFilm: 'scanned from a negative',
  positiveFilm: 'scanned from a transparency',
  print: 'scanned from a print',
  humanEdits: 'edited by a person without generative tools',
  algorithmicallyEnhanced: 'enhanced by an algorithm',
  digitalCreation: 'drawn or made by a person with software',
  dataDrivenMedia: 'made from data',
  screenCapture: 'picture of a screen',
  virtualRecording: 'recorded in a virtual world',
  composite: 'put together from several elements',
  compositeCapture: 'put together from captures',
  compositeSynthetic: 'put together, with made elements',
  compositeWithTrainedAlgorithmicMedia: 'put together or edited with generative tools',
  trainedAlgorithmicMedia: 'made by generative tools',
  algorithmicMedia: 'made by an algorithm without training data',
});

/** Terms of former editions: kept where they are, no longer offered (from memory). */
export const retiredSourceTypes = under(SOURCE_TYPE, {
  softwareImage: 'made with software (former term)',
  digitalArt: 'drawn by a person with software (former term)',
  minorHumanEdits: 'edited a little by a person (former term)',
  multiFrame: 'several shots joined by the camera (former term)',
});

export const dataMining = under(PLUS, {
  'DMI-UNSPECIFIED': 'nothing said',
  'DMI-ALLOWED': 'allowed',
  'DMI-PROHIBITED-AIMLTRAINING': 'not for training of AI',
  'DMI-PROHIBITED-GENAIMLTRAINING': 'not for training of generative AI',
  'DMI-PROHIBITED-EXCEPTSEARCHENGINEINDEXING': 'only for search engines',
  'DMI-PROHIBITED': 'prohibited',
  'DMI-PROHIBITED-SEECONSTRAINT': 'prohibited; see Other Constraints',
  'DMI-PROHIBITED-SEEEMBEDDEDRIGHTSEXPR': 'prohibited; see the embedded rights expression',
  'DMI-PROHIBITED-SEELINKEDRIGHTSEXPR': 'prohibited; see the linked rights expression',
});

export const modelReleaseStatus = under(PLUS, {
  'MR-NON': 'none',
  'MR-NAP': 'not applicable',
  'MR-UMR': 'unlimited',
  'MR-LMR': 'limited or incomplete',
});

export const propertyReleaseStatus = under(PLUS, {
  'PR-NON': 'none',
  'PR-NAP': 'not applicable',
  'PR-UPR': 'unlimited',
  'PR-LPR': 'limited or incomplete',
});

export const minorModelAge = under(PLUS, {
  'AG-UNK': 'unknown',
  'AG-A25': '25 or over',
  ...Object.fromEntries(Array.from({ length: 10 }, (_, i) => [`AG-A${24 - i}`, String(24 - i)])),
  'AG-U14': '14 or under',
});

export const telephoneTypes = under(PLUS, {
  work: 'work',
  cell: 'mobile',
  home: 'home',
  fax: 'fax',
  pager: 'pager',
});

export const imageAlterationConstraints = under(PLUS, {
  'AL-CRP': 'no cropping',
  'AL-FLP': 'no flipping',
  'AL-RET': 'no retouching',
  'AL-CLR': 'no colourising',
  'AL-DCL': 'no taking away of colour',
  'AL-MRG': 'no merging',
});

export const imageFileConstraints = under(PLUS, {
  'IF-MFN': 'keep the file name',
  'IF-MID': 'keep the ID in the file name',
  'IF-MMD': 'keep the metadata',
  'IF-MFT': 'keep the file type',
});

export const imageDuplicationConstraints = under(PLUS, {
  'DP-LIC': 'only as the licence needs',
  'DP-NDC': 'no constraint',
  'DP-NOD': 'no duplication',
});

export const creditLineRequired = under(PLUS, {
  'CR-NRQ': 'not required',
  'CR-COI': 'on the image',
  'CR-CAI': 'beside the image',
  'CR-CCA': 'in a credits area',
});
