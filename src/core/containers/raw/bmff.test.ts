import { tiffWith } from '../../../../tests/fixtures/build';
import { ascii, concat } from '../../bytes/bytes';
import { memorySource } from '../../bytes/source';
import { encodeUtf8 } from '../../bytes/text';
import { ByteWriter } from '../../bytes/writer';
import { FormatError } from '../../problems/problem';
import { readPicture } from '../../readout/readPicture';
import { openContainer } from '../registry';

/** Boxes by hand (ISO/IEC 14496-12, 4.2); the layout of the raw format is common practice, from memory. */
const box = (type: string, ...content: Uint8Array[]) => {
  const body = concat(content);
  return new ByteWriter()
    .u32(body.length + 8)
    .bytes(ascii(type))
    .bytes(body)
    .done();
};
const uuid = (id: string, ...content: Uint8Array[]) =>
  box(
    'uuid',
    Uint8Array.from(id.match(/../g)!, (octet) => Number.parseInt(octet, 16)),
    ...content,
  );

const frame = new Uint8Array([0xff, 0xc0, 0, 11, 8, 0, 4, 0, 6, 1, 1, 0x11, 0]);
const jpeg = (length: number) => concat([new Uint8Array([0xff, 0xd8]), frame, new Uint8Array(length)]);
const packet =
  '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:photoshop="http://ns.adobe.com/photoshop/1.0/" photoshop:City="Havnes"/></rdf:RDF></x:xmpmeta>';

function raw(sampleAt: number, sample: Uint8Array): Uint8Array {
  const stco = box('co64', new ByteWriter().u32(0).u32(1).u64(sampleAt).done());
  const stsz = box('stsz', new ByteWriter().u32(0).u32(sample.length).u32(1).done());
  const trak = box('trak', box('mdia', box('minf', box('stbl', stsz, stco))));
  const cmt = box(
    'CMT1',
    tiffWith('little', [
      { tag: 0x010f, text: 'Tindra' },
      { tag: 0x013b, text: 'Aune Pell' },
    ]),
  );
  return concat([
    box('ftyp', ascii('crx '), new Uint8Array(8)),
    box('moov', uuid('85c0b687820f11e08111f4ce462b6a48', cmt), trak),
    uuid('be7acfcb97a942e89c71999491e3afac', encodeUtf8(packet)),
    uuid('eaf42b5e1c984b88b9fbb7dc406e4d16', new Uint8Array(16), jpeg(40)),
    box('mdat', sample),
  ]);
}
const sample = jpeg(400);
const file = raw(raw(0, sample).length - sample.length, sample);

test('Exif, XMP and the larger JPEG are found; the file is never written', async () => {
  const { picture, container } = await readPicture(memorySource(file), 'a.cr3');
  expect(picture).toMatchObject({ format: 'raw', camera: { camera: 'Tindra' } });
  expect(picture.record.fields.creator?.value).toEqual(['Aune Pell']);
  expect(picture.record.fields.city?.value).toBe('Havnes');
  const range = await container.preview(memorySource(file));
  expect(range).toEqual({ start: file.length - sample.length, end: file.length });
  expect(() => container.planEdits({})).toThrow(FormatError);
});

test('cut anywhere it gives a value or a typed error', async () => {
  for (let cut = 1; cut < file.length; cut++) {
    try {
      await openContainer(memorySource(file.subarray(0, cut)), 'a.cr3');
    } catch (error) {
      expect(error).toBeInstanceOf(FormatError);
    }
  }
});
