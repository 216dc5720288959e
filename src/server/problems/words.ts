import { field, isFieldId } from '../../core/catalogue/fields';
import type { StoredProblem } from '../db/stored';

/** What a problem is called for a person: what is wrong, and what to do about it. */
const words: Readonly<Record<StoredProblem['code'], string>> = {
  'out-of-bounds': 'A part of the file points outside it. The file may be damaged.',
  'file-cut': 'The file ends too early. Copy it again from its source.',
  'not-this-format': 'The file is not what its name says.',
  'format-not-supported': 'Fabrica cannot read this kind of file.',
  'limit-exceeded': 'A part of the file is larger than anything a sound file holds. It was left alone.',
  'structure-broken': 'The file’s structure is broken. Copy it again from its source.',
  'block-too-large': 'The metadata is too large for this kind of file. Shorten the longest text.',
  'format-read-only': 'Camera raw files are never written. Their words go into a sidecar beside them.',
  'extension-differs': 'The file is of another format than its name says; it was read by its content.',
  'iim-copies-differ': 'TIFF holds IIM twice, and the copies differ. The one in tag 33723 was taken.',
  'exif-date-partial': 'Exif cannot hold a date without its time: DateTimeOriginal stays as it is.',
  'tiff-past-4-gib': 'A classic TIFF file cannot grow past 4 GiB. Save it as BigTIFF, or use a sidecar.',
  'png-legacy-text': 'A text in the form of older programs stands in this PNG; it follows the change.',
  'png-checksum': 'A checksum in this PNG is wrong: it was changed or damaged.',
  'status-against-notice':
    'The status says public domain, the notice claims a copyright. One of them is wrong.',
  'status-against-licence': 'Status and licence contradict each other.',
  'terms-against-licence': 'An open licence stands beside words that forbid every use.',
  'year-before-taken': 'The notice names a year in which the picture was not taken yet.',
  'twins-disagree': 'The files of this picture say different things.',
  'iim-cut': 'The IIM record ends in the middle of a value.',
  'iim-no-tag-marker': 'The IIM record holds something that is no IIM.',
  'iim-charset-assumed': 'The IIM record does not name its character set; it was recognised by its bytes.',
  'iim-charset-unsupported': 'The IIM record uses a character set that Fabrica does not know.',
  'iim-value-cut': 'Too long for IIM: older programs will see it cut. XMP holds it whole.',
  'iim-value-not-encodable': 'A text cannot be written in IIM.',
  'iim-bad-date': 'This date cannot be written in IIM.',
  'iim-time-without-zone': 'IIM asks for a time zone with a time: it holds the date alone.',
  'iim-repeated': 'A value that may stand once in IIM stands there several times.',
  'xmp-not-well-formed': 'The XMP packet is not sound XML.',
  'xmp-doctype': 'The XMP packet holds a document type, which is refused.',
  'xmp-not-rdf': 'The XMP packet holds no RDF.',
  'xmp-outside-subset': 'The XMP packet uses RDF that XMP does not allow.',
  'xmp-unexpected-form': 'A value in XMP has an unexpected form.',
  'xmp-character-refused':
    'A text holds a control character that XMP cannot keep. Remove it and embed again.',
  'xmp-extended-missing': 'Parts of the extended XMP are missing.',
  'xmp-extended-needed': 'The metadata is too large for one XMP packet. Shorten the longest text.',
  'tiff-header': 'The Exif block does not begin as it must.',
  'ifd-cut': 'The Exif block ends too early.',
  'ifd-cycle': 'The Exif block points back at itself.',
  'ifd-overlap': 'Parts of the Exif block overlap.',
  'exif-bad-date': 'The camera’s date cannot be read.',
  'exif-too-large': 'The Exif block has no room for the text. Shorten caption, creator or notice.',
  'mpf-broken': 'The index of further pictures in this file could not be followed.',
  'resource-cut': 'The image resources end too early.',
  'resource-broken': 'The image resources cannot be read to their end.',
  'block-unreadable':
    'A metadata block that cannot be read would have to be replaced. The file was left as it is.',
  'value-not-allowed': 'A value is not one that the field allows.',
  'reread-differs': 'Reading back gave another value than was written. The file was left as it was.',
  'picture-data-differs': 'The picture data came out different. The file was left as it was.',
  'placeholder-unknown': 'A placeholder is not known.',
  'placeholder-missing': 'A placeholder has no value for this picture.',
  'placeholder-syntax': 'A placeholder is not closed with “}}”.',
  'placeholder-form': 'A placeholder is given a form that cannot be understood.',
  'placeholder-cycle': 'This text is made of a field that is made of this one.',
  'placeholder-fill-in': 'A starter’s text is still to be filled in.',
  'rule-not-for-field': 'This rule does not fit the field.',
  'changed-meanwhile':
    'The file was changed by another program meanwhile. Nothing was written; look at it and try again.',
  'already-there': 'A file of this name is there already, and was not touched.',
  'symbolic-link': 'This is a link to another file. Writing would break it: embed into the file itself.',
  'hard-link':
    'The file stands in several folders at once (hard link). Writing would part them: make it a file of its own first.',
  'no-space': 'The disk is full. Make room and try again; nothing was lost.',
  'not-permitted': 'Fabrica may not write here. Change the permissions and try again.',
  vanished: 'The file is not there any more.',
  'read-error': 'The disk could not read the file.',
  'read-back-differs':
    'The disk gave back other bytes than were written. The file was left as it was; check the disk.',
  'outside-folders': 'This path leads outside the opened folders.',
  'not-a-file': 'This is not a plain file.',
  locked: 'Another run is writing this file. Try again when it has ended.',
  'too-large': 'The file is too large for this disk.',
  'way-back-differs': 'The way back does not lead to the former file. Nothing was written.',
  'source-left':
    'The copy is safe, but its source could not be removed: it may be write-protected. Remove it yourself.',
  unexpected:
    'Something in Fabrica failed. The file was left as it was; worker.log in the data folder tells more.',
};

export function problemWords({ code, part, found, expected }: StoredProblem): string {
  const about = isFieldId(part) ? `${field(part).standardName}: ` : '';
  const numbers =
    code === 'iim-value-cut' && found && expected
      ? ` (${found}, ${expected})`
      : code === 'year-before-taken' && found && expected
        ? ` (${found}, ${expected})`
        : code.startsWith('placeholder-') && found
          ? ` (${found})`
          : '';
  return `${about}${words[code]}${numbers}`;
}

export function failureWords(code: string): string {
  return words[code as StoredProblem['code']] ?? 'The file could not be read.';
}
