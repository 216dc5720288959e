import { boxedRawFile, boxedRawPreview } from '../../../../tests/fixtures/boxedRaw';
import { memorySource } from '../../bytes/source';
import { FormatError } from '../../problems/problem';
import { readPicture } from '../../readout/readPicture';

test('Exif, XMP and the larger JPEG are found; the file is never written', async () => {
  const { picture, container } = await readPicture(memorySource(boxedRawFile), 'a.cr3');
  expect(picture).toMatchObject({ format: 'raw', camera: { camera: 'Tindra' } });
  expect(picture.record.fields.creator?.value).toEqual(['Aune Pell']);
  expect(picture.record.fields.city?.value).toBe('Havnes');
  const range = await container.preview(memorySource(boxedRawFile));
  expect(range).toEqual({ start: boxedRawFile.length - boxedRawPreview.length, end: boxedRawFile.length });
  expect(() => container.planEdits({})).toThrow(FormatError);
});
