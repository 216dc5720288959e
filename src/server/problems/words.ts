import { fieldLabel, isFieldId } from '../../core/catalogue/fields';
import { formatDateTime } from '../../core/wording/formatDate';
import type { StoredProblem } from '../db/stored/runs';

/** What a problem is called for a person: what is wrong, and what to do about it. */
const words: Readonly<Record<StoredProblem['code'], string>> = {
  'out-of-bounds':
    'A part of the file points outside it: the file may be damaged. Copy it again from its source.',
  'preview-missing':
    'The raw file holds no picture that could be rendered. Develop it first, and deliver the result.',
  'raw-as-it-is':
    'A raw file leaves with all that the camera wrote, or not at all. Render it, or let everything leave with it.',
  'picture-unreadable': 'The picture itself cannot be decoded. Copy the file again from its source.',
  'picture-not-decoded':
    'Fabrica cannot decode the picture of this format. Deliver the file as it is, or convert it first.',
  'size-not-met': 'Even at the lowest quality the file is larger than asked. Allow more, or fewer pixels.',
  'smaller-than-asked': 'The picture has fewer pixels than asked; it was not enlarged.',
  'file-cut': 'The file ends too early. Copy it again from its source.',
  'not-this-format': 'The file is not what its name says.',
  'format-not-supported':
    'Fabrica does not know this kind of file. Convert it to JPEG, TIFF, PNG or WebP, or leave it out.',
  'limit-exceeded': 'This is larger than anything a valid file contains, and was not read.',
  'structure-broken': 'This part of the file is broken. Copy the file again from its source.',
  'block-too-large': 'The metadata is too large for this kind of file. Shorten the longest text.',
  'format-read-only': 'Files of this kind are never written. Their metadata goes into a sidecar beside them.',
  'extension-differs': 'The file is of another format than its name says; it was read by its content.',
  'block-repeated': 'The file holds this record twice. Both were read; a change leaves one.',
  'picture-cut':
    'The picture ends in the middle: the file was cut. Copy it again before its source is emptied.',
  'made-by-others':
    'The file states somebody else as its maker or owner, so no template was written into it.',
  'provenance-signed':
    'The file carries a signed record of its provenance (C2PA). Any change breaks the signature: it is written only with your explicit yes.',
  'jpeg-not-restorable':
    'This picture was made from a JPEG file that can be restored from it, byte for byte, until its metadata change: it is written only with your explicit yes.',
  'metadata-not-read':
    'Fabrica does not read metadata inside this kind of file yet. A sidecar beside it holds what you write.',
  'iim-copies-differ': 'The file holds IIM twice, and the copies differ. The first one was taken.',
  'iim-date-spelling': 'The date in IIM is written in an unusual way; it was read anyway.',
  'iim-text-kept': 'A text in IIM is in a character set that could not be recognised; it stays as it is.',
  'exif-date-partial': 'Exif cannot hold a date without its time: DateTimeOriginal stays as it is.',
  'exif-dangling': 'Exif points at a thumbnail outside itself: the file may have been cut.',
  'tiff-past-4-gib': 'A classic TIFF file cannot grow past 4 GiB. Save it as BigTIFF, or use a sidecar.',
  'png-legacy-text': 'This PNG holds a text in the form of older programs; it follows a change.',
  'png-checksum': 'A checksum in this PNG is wrong: it was changed or damaged.',
  'status-against-notice':
    'The status says public domain, the notice claims a copyright. One of them is wrong.',
  'status-against-licence': 'Status and licence contradict each other.',
  'status-against-terms': 'The status says public domain, and the terms forbid a use. One of them is wrong.',
  'terms-against-licence': 'There is an open licence, and words that forbid every use.',
  'year-before-taken': 'The notice names a year in which the picture was not taken yet.',
  'notice-without-status': 'There is a notice, but the status is not stated. “In copyright” would say it.',
  'licence-against-mining':
    'An open licence allows everybody to use the picture; data mining cannot be prohibited beside it.',
  'licences-differ': 'Two fields name different licences.',
  'mining-without-statement': 'Data Mining refers to a statement that is missing.',
  'place-against-location': 'This differs from the structured location of the picture.',
  'twins-disagree': 'The files of this picture say different things.',
  'sidecar-of-other-file': 'This sidecar was made for another file of the same name, and was not read.',
  'iim-cut': 'The IIM record ends in the middle of a value.',
  'iim-no-tag-marker': 'The IIM record holds something that is no IIM.',
  'iim-charset-assumed': 'The IIM record does not name its character set; it was recognised by its bytes.',
  'iim-charset-unsupported': 'The IIM record uses a character set that Fabrica does not know.',
  'iim-value-cut': 'Too long for IIM: older programs will see it cut. XMP holds it whole.',
  'iim-value-not-encodable': 'IIM has no form for this value; it is in XMP alone.',
  'iim-bad-date': 'The date in IIM is no date that can be read or written.',
  'iim-time-without-zone': 'IIM asks for a time zone with a time: it holds the date alone.',
  'iim-repeated': 'IIM holds a value several times that may be there once.',
  'xmp-not-well-formed': 'The XMP packet is not well-formed XML.',
  'xmp-doctype': 'The XMP packet holds a document type, which is refused.',
  'xmp-not-rdf': 'The XMP packet holds no RDF.',
  'xmp-outside-subset': 'The XMP packet uses RDF that XMP does not allow.',
  'xmp-unexpected-form': 'A value in XMP has an unexpected form.',
  'xmp-character-refused': 'A text holds a control character that XMP cannot keep. Remove it and try again.',
  'xmp-extended-missing': 'Parts of the extended XMP are missing.',
  'xmp-extended-needed': 'The metadata is too large for one XMP packet. Shorten the longest text.',
  'xmp-property-repeated':
    'The XMP packet holds a property twice with different values: other programs see no XMP at all. You can have the packet written new from what could be read; the first value is kept.',
  'xmp-packets-differ':
    'The file holds two XMP packets with different values: programs read one or the other. You can have one packet written from both; where they differ, the value of the first is kept.',
  'tiff-header': 'The TIFF structure does not begin as it must.',
  'ifd-cut': 'A directory of tags ends too early.',
  'ifd-cycle': 'A directory of tags points back at itself.',
  'exif-bad-date': 'The camera’s date cannot be read.',
  'exif-value-left-out': 'Too long for the Exif block: it is not in it. XMP holds it whole.',
  'exif-too-large': 'The Exif block has no room for the text. Shorten caption, creator or notice.',
  'mpf-broken': 'The index of further pictures in this file could not be followed.',
  'resource-cut': 'The image resources end too early.',
  'resource-broken': 'The image resources cannot be read to their end.',
  'block-unreadable':
    'This record cannot be read to its end, and a change would have to replace it. The file was left as it is. You can have the record written new from what could be read.',
  'value-not-allowed': 'This value is not allowed here.',
  'second-reader-differs':
    'An independent reader found another value than was written. The file was left as it was.',
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
  'picture-replaced':
    'The file holds another picture than the one that the drafts were written for. Nothing was written. Choose in Describe whether to keep, move or discard the drafts.',
  'of-another-assignment':
    'This file belongs to a picture of another assignment. Open that assignment to work on it.',
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
  'too-long-to-read':
    'It took too long to read and was set aside. The file may be damaged, or made to do harm.',
  'too-much-to-read':
    'It takes too much memory to read and was set aside. The file may be damaged, or made to do harm.',
  'reader-ended':
    'It could not be read to its end and was set aside. The file may be damaged, or made to do harm.',
  'way-back-differs': 'What was kept does not lead back to the former file. Nothing was written.',
  'source-left':
    'The copy is safe, but its source could not be removed: it may be write-protected. Remove it yourself.',
  'source-not-restored':
    'Its source could not be made again: the folder is missing, cannot be written, is a drop folder, or has another file of this name; or the undo data is not stored any more. The file that was set aside is the only one; it contains what was embedded when it was brought in.',
  'second-left':
    'The second copy was changed or moved since, and stays where it is. Remove it yourself if you do not need it.',
  'copy-changed': 'This copy was changed after the delivery, and was not removed.',
  'copy-absent': 'This copy was moved or removed before the undo.',
  'later-run': 'A later run embedded into this file. Undo that run first.',
  unexpected:
    'Something in Fabrica failed. The file was left as it was; worker.log in the data folder tells more.',
};

/** The parts of a file that are named as they are called; anything else is a place inside one of them. */
const parts: Readonly<Record<string, string>> = {
  exif: 'Exif',
  xmp: 'XMP',
  iim: 'IIM',
  photoshop: 'Image resources',
};

/** Codes whose `found` or `expected` says what a person needs. */
const tells = new Set<StoredProblem['code']>([
  'iim-value-cut',
  'year-before-taken',
  'xmp-property-repeated',
  'xmp-packets-differ',
  'licences-differ',
  'place-against-location',
]);

/** What is wrong, at which field or part of the file, and what to do. */
export function problemWords({ code, part, found, expected }: StoredProblem): string {
  const about = isFieldId(part) ? `${fieldLabel(part)}: ` : partWords(code, part);
  const wanted =
    (code === 'value-not-allowed' || code === 'placeholder-form') && expected
      ? ` Expected: ${expected}.`
      : '';
  const numbers = tells.has(code)
    ? ` (${[found, expected].filter(Boolean).join(', ')})`
    : code.startsWith('placeholder-') && found
      ? ` (${found})`
      : '';
  if (code === 'later-run' && found)
    return `A later run embedded into this file (${formatDateTime(found)}). Undo that run first.`;
  const why =
    code === 'block-unreadable' && found && Object.hasOwn(words, found)
      ? ` ${words[found as StoredProblem['code']]}`
      : '';
  return `${about}${words[code]}${numbers}${wanted}${why}`;
}

/** Problems of the file as a whole, or whose words name the part already, need no name in front. */
function partWords(code: StoredProblem['code'], part: string): string {
  const named = parts[part] ?? part;
  const isPlace =
    /^(IFD|Exif|GPS|TIFF|JPEG|PNG|WebP|XMP|IIM|MPF|MakerNote|SubIFD|raw profile|image resources|extended XMP)\b/.test(
      named,
    );
  const tellsPart = code === 'block-unreadable' || code === 'block-repeated' || code === 'limit-exceeded';
  return tellsPart || (isPlace && !words[code].includes(named)) ? `${named}: ` : '';
}

/** What went wrong with a file, for a person. */
export function failureWords(code: string): string {
  return words[code as StoredProblem['code']] ?? 'The file could not be read.';
}
