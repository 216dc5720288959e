import type { FieldRow, QuestionId } from './row';

/*
 * The other languages of a language alternative (ISO 16684-1, 8.2.2.4): the items beside x-default, as
 * structures of language and text. The field itself holds x-default.
 */
function others(
  standardName: string,
  question: QuestionId,
  ns: 'dc' | 'xmpRights' | 'Iptc4xmpCore' | 'Iptc4xmpExt',
  name: string,
) {
  return {
    standardName: `${standardName} in Other Languages`,
    question,
    type: 'structures',
    structure: 'languageText',
    need: 'all',
    nature: question === 'owned' ? 'standing' : 'individual',
    help: `The ${standardName} once more in other languages, each with its language code.`,
    example: 'nb: Ketsjen ligger ved kai',
    readers: 'Programs set to that language',
    xmp: { ns, name, form: 'lang-alt-others' },
    section: `XMP part 1, 8.2.2.4 Language Alternative${ns === 'Iptc4xmpCore' ? '; the property from memory' : ''}`,
  } as const satisfies FieldRow;
}

export const languageRows = {
  titleLanguages: others('Title', 'words', 'dc', 'title'),
  descriptionLanguages: others('Description', 'words', 'dc', 'description'),
  altTextLanguages: others('Alt Text (Accessibility)', 'words', 'Iptc4xmpCore', 'AltTextAccessibility'),
  extendedDescriptionLanguages: others(
    'Extended Description (Accessibility)',
    'words',
    'Iptc4xmpCore',
    'ExtDescrAccessibility',
  ),
  copyrightNoticeLanguages: others('Copyright Notice', 'owned', 'dc', 'rights'),
  usageTermsLanguages: others('Rights Usage Terms', 'owned', 'xmpRights', 'UsageTerms'),
  eventNameLanguages: others('Event Name', 'where', 'Iptc4xmpExt', 'Event'),
} as const;
