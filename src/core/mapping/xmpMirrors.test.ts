import { exifSegment, jpegWith, tiffWith, xmpPacket, xmpSegment } from '../../../tests/fixtures/build';
import { embedInMemory, valuesIn } from '../../../tests/fixtures/embed';
import { memorySource } from '../bytes/source';
import { namespaces } from '../catalogue/namespaces';
import { exifText, TAG } from '../exif/exif';
import { readPicture } from '../readout/readPicture';
import { property } from '../xmp/model';
import { textOfValue } from '../xmp/values';

const packet = (body: string) => xmpSegment(xmpPacket(body, `xmlns:exif="${namespaces.exif}"`));

/** exif:DateTimeOriginal in XMP is the camera's date (XMP part 2, Exif namespace): it follows by choice alone. */
const before = (withExif: boolean) =>
  jpegWith([
    ...(withExif ? [exifSegment(tiffWith('little', [], '2020:01:02 03:04:05'))] : []),
    packet('<exif:DateTimeOriginal>2020-01-02T03:04:05</exif:DateTimeOriginal>'),
  ]);

async function inXmp(file: Uint8Array, name: string): Promise<string | undefined> {
  const { models } = await readPicture(memorySource(file));
  return textOfValue(property(models.xmp!, namespaces.exif, name));
}

const dateInXmp = (file: Uint8Array) => inXmp(file, 'DateTimeOriginal');
const changed = { dateCreated: '2026-05-14T07:12:40' };

test('beside the camera’s own date it stays what the camera wrote', async () => {
  expect(await dateInXmp((await embedInMemory(before(true), changed)).file)).toBe('2020-01-02T03:04:05');
});

test('it follows where that was chosen, and where there is no camera’s date', async () => {
  const chosen = await embedInMemory(before(true), changed, { dateTimeOriginal: true });
  expect(await dateInXmp(chosen.file)).toBe('2026-05-14T07:12:40');
  expect(await dateInXmp((await embedInMemory(before(false), changed)).file)).toBe('2026-05-14T07:12:40');
});

test('a date of the camera in IFD0 follows where that was chosen, and goes with the field', async () => {
  const file = jpegWith([
    exifSegment(tiffWith('little', [{ tag: TAG.dateTimeOriginal, text: '2020:01:02 03:04:05' }])),
  ]);
  const inIfd0 = async (changes: Parameters<typeof embedInMemory>[1], dateTimeOriginal: boolean) => {
    const { file: after } = await embedInMemory(file, changes, { dateTimeOriginal });
    const { models } = await readPicture(memorySource(after));
    return exifText(models.exif!, 'IFD0', TAG.dateTimeOriginal);
  };
  expect(await inIfd0(changed, false)).toBe('2020:01:02 03:04:05');
  expect(await inIfd0(changed, true)).toBe('2026:05:14 07:12:40');
  expect(await inIfd0({ dateCreated: null }, true)).toBeUndefined();
});

test('a user comment follows the caption that it repeats, and stays where it says something of its own', async () => {
  const alt = (name: string, text: string) =>
    `<${name}><rdf:Alt><rdf:li xml:lang="x-default">${text}</rdf:li></rdf:Alt></${name}>`;
  const after = async (comment: string) => {
    const file = jpegWith([packet(alt('dc:description', 'Old') + alt('exif:UserComment', comment))]);
    return inXmp((await embedInMemory(file, { description: 'New' })).file, 'UserComment');
  };
  expect(await after('Old')).toBe('New');
  expect(await after('Lens borrowed from the yard')).toBe('Lens borrowed from the yard');
});

test('another language is written after the default text, whatever the order of the request', async () => {
  const wanted = {
    descriptionLanguages: [{ language: 'nb', text: 'Old' }],
    description: 'New',
  };
  const file = jpegWith([
    packet('<dc:description><rdf:Alt><rdf:li xml:lang="x-default">Old</rdf:li></rdf:Alt></dc:description>'),
  ]);
  expect(await valuesIn((await embedInMemory(file, wanted)).file)).toMatchObject(wanted);
});
