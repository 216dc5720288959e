import { decodeXmp } from '../xmp/packet';
import { exifTagGoes, type Removal, removalRows, removals, withoutRemoved } from './removal';

/** Names that are known in the namespaces of the table (XMP parts 1 and 2; Exif for XMP). */
const KNOWN = [
  'GPSLatitude',
  'SerialNumber',
  'LensSerialNumber',
  'HostComputer',
  'OwnerName',
  'CameraOwnerName',
];
const MORE = ['filePath', 'MakerNote', 'Thumbnails', 'History', 'DocumentAncestors', 'Exposure2012'];

/** A packet that holds a property at its top, and inside a structure of a list. */
const packetWith = (ns: string, name: string) =>
  decodeXmp(
    new TextEncoder().encode(`<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
<rdf:Description rdf:about="" xmlns:t="${ns}" xmlns:o="http://other.example/"><t:${name}>top-secret</t:${name}>
<o:list><rdf:Bag><rdf:li rdf:parseType="Resource"><t:${name}>deep-secret</t:${name}><o:stays>kept</o:stays></rdf:li></rdf:Bag></o:list>
</rdf:Description></rdf:RDF></x:xmpmeta>`),
  );

// A removal that was added to the table was shown as removed, and its Exif tags stayed.
test.each(removals)('%s takes away every place of its row, and of no other row', (id) => {
  const row = removalRows[id];
  const alone = new Set<Removal>([id]);
  for (const tag of row.exifTags) expect([tag, exifTagGoes(alone, 'Exif', tag)]).toEqual([tag, true]);
  for (const ifd of row.ifds) expect([ifd, exifTagGoes(alone, ifd, 1)]).toEqual([ifd, true]);
  expect(exifTagGoes(alone, 'Exif', 0x927c)).toBe(row.takesMakerNotes);
  for (const [ns, names] of row.xmp) {
    const name = [...KNOWN, ...MORE].find((one) => names.test(one))!;
    const left = JSON.stringify(withoutRemoved(packetWith(ns, name), alone).subjects);
    expect(left).toContain('kept');
    expect(left).not.toContain('secret');
  }
  const others = new Set(removals.filter((one) => one !== id));
  for (const tag of row.exifTags) expect([tag, exifTagGoes(others, 'Exif', tag)]).toEqual([tag, false]);
});
