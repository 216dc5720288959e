import {
  dataSet,
  exifSegment,
  iimResources,
  jpegWith,
  photoshopSegment,
  tiffWith,
  UTF8_MARK,
  xmpPacket,
  xmpSegment,
} from '../../../tests/fixtures/build';
import { concat } from '../bytes/bytes';
import { memorySource } from '../bytes/source';
import { reportOn } from './report';

test('a report shows every record of a file, and its markup', async () => {
  const packet = xmpPacket(
    '<dc:creator><rdf:Seq><rdf:li>A</rdf:li></rdf:Seq></dc:creator><xmpRights:Marked>True</xmpRights:Marked>',
  );
  const iim = concat([UTF8_MARK, dataSet(2, 80, 'Åse'), dataSet(2, 199, new Uint8Array([1, 255]))]);
  const file = jpegWith([
    exifSegment(tiffWith('big', [{ tag: 0x0110, text: 'K2' }], '2026:05:14 07:12:40')),
    xmpSegment(packet),
    photoshopSegment(iimResources(iim)),
  ]);
  const report = await reportOn(memorySource(file));
  expect(report.iim).toContainEqual(
    expect.objectContaining({ place: '2:80', name: 'By-line', value: 'Åse' }),
  );
  expect(report.iim).toContainEqual(
    expect.objectContaining({ place: '2:199', name: 'not in the standard', value: '01 ff' }),
  );
  expect(report.xmp).toContainEqual(
    expect.objectContaining({ place: 'dc:creator[1]', name: '', value: 'A', bytes: 1 }),
  );
  expect(report.exif).toContainEqual(
    expect.objectContaining({ place: 'Exif', name: 'DateTimeOriginal', value: '2026:05:14 07:12:40' }),
  );
  const textAt = ({ at, bytes }: { at?: number; bytes?: number } = {}) =>
    Buffer.from(file.subarray(at, at! + bytes!)).toString();
  expect(textAt(report.iim.find((row) => row.place === '2:80'))).toBe('Åse');
  expect(textAt(report.exif.find((row) => row.name === 'DateTimeOriginal'))).toBe('2026:05:14 07:12:40\0');
  expect(textAt(report.exif.find((row) => row.name === 'Model'))).toBe('K2\0');
  const creator = report.xmp.find((row) => row.place === 'dc:creator[1]')!;
  expect(Buffer.from(file.subarray(creator.at, creator.at! + 11)).toString()).toBe('<dc:creator');
  expect(report.parts.map((one) => one.name)).toContain('APP13, photoshop');
  expect(report.exif.find((row) => row.name === 'MakerNote')?.value).toMatch(/^32 bytes/);
  expect(report.resources.map((row) => row.name)).toEqual(['IIM', 'IPTC digest']);
  expect(report.markup).toContain('xmpRights:Marked');
  expect(report.picture.record.fields.creator?.agrees).toBe(false);
});
