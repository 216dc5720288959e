import {
  dataSet,
  exifSegment,
  iimResources,
  imageResource,
  jpegWith,
  photoshopSegment,
  segment,
  tiffWith,
  UTF8_MARK,
  xmpPacket,
  xmpSegment,
} from '../../../tests/fixtures/build';
import { carryOut, embedInMemory, valuesIn } from '../../../tests/fixtures/embed';
import { ascii, concat, indexOfBytes } from '../bytes/bytes';
import { md5Digest } from '../bytes/digest';
import { memorySource } from '../bytes/source';
import { encodeUtf8 } from '../bytes/text';
import type { FieldId } from '../catalogue/fields';
import { namespaces } from '../catalogue/namespaces';
import type { Structure } from '../catalogue/value';
import { openContainer } from '../containers/registry';
import { composeExif } from '../containers/tiff/blocks';
import { planEmbed } from '../embed/planEmbed';
import { exifText, TAG } from '../exif/exif';
import { RESOURCE_IIM, RESOURCE_IPTC_DIGEST, resource, resourcesOf } from '../photoshop/resources';
import { readPicture } from '../readout/readPicture';
import { property } from '../xmp/model';
import { textOfValue } from '../xmp/values';

const models = async (file: Uint8Array) => (await readPicture(memorySource(file))).models;
const reading = async (file: Uint8Array, id: FieldId) =>
  (await readPicture(memorySource(file))).picture.record.fields[id];
const codes = async (file: Uint8Array) =>
  (await readPicture(memorySource(file))).picture.record.problems.map((one) => one.code);
const alt = (name: string, text: string) =>
  `<${name}><rdf:Alt><rdf:li xml:lang="x-default">${text}</rdf:li></rdf:Alt></${name}>`;
const bytesOf = (text: string) => encodeUtf8(text);
const latin1 = (text: string) => Uint8Array.from(text, (one) => one.charCodeAt(0));

describe('IIM and what others made of it', () => {
  // An unrelated edit once wrote "KÃ¥lltorp" for good.
  test('a block that mixes character sets is read DataSet by DataSet, and an unrelated edit keeps it', async () => {
    const mixed = concat([dataSet(2, 90, 'Kålltorp'), dataSet(2, 95, latin1('Västra'))]);
    const before = jpegWith([photoshopSegment(iimResources(mixed))]);
    expect(await valuesIn(before)).toEqual({ city: 'Kålltorp', state: 'Västra' });
    const { file } = await embedInMemory(before, { headline: 'Launch' });
    expect(await valuesIn(file)).toEqual({ city: 'Kålltorp', state: 'Västra', headline: 'Launch' });
    expect(indexOfBytes(file, concat([new Uint8Array([0x1c, 2, 90, 0, 9]), bytesOf('Kålltorp')]))).not.toBe(
      -1,
    );
  });

  test('a text in a character set that nobody knows keeps its octets', async () => {
    const octets = new Uint8Array([0x4b, 0x81, 0x6c]);
    const before = jpegWith([photoshopSegment(iimResources(dataSet(2, 90, octets)))]);
    const { file } = await embedInMemory(before, { headline: 'Launch' });
    expect(indexOfBytes(file, concat([new Uint8Array([0x1c, 2, 90, 0, 3]), octets]))).not.toBe(-1);
  });

  test.each([
    ['at a character', 'Å'.repeat(16)],
    ['in octets, inside a character', undefined],
    ['in characters', 'xÅ'.repeat(16)],
  ])('a text that was cut %s is the same text: an unrelated write leaves XMP whole', async (_, cut) => {
    const whole =
      cut === undefined ? `x${'Å'.repeat(30)}` : cut + (cut.startsWith('x') ? 'xÅ' : 'Å').repeat(10);
    const held = cut === undefined ? bytesOf(whole).slice(0, 32) : bytesOf(cut);
    const iim = concat([UTF8_MARK, dataSet(2, 90, held)]);
    const before = jpegWith([
      xmpSegment(xmpPacket(`<photoshop:City>${whole}</photoshop:City>`)),
      photoshopSegment(iimResources(iim, ascii('another program wrote since'))),
    ]);
    expect(await reading(before, 'city')).toMatchObject({ value: whole, agrees: true });
    const { file } = await embedInMemory(before, { headline: 'Launch' });
    expect((await valuesIn(file)).city).toBe(whole);
  });

  test('an incomplete last character does not spoil the character set of an unmarked block', async () => {
    const caption = bytesOf('Å'.repeat(40)).slice(0, 32);
    const held = concat([
      dataSet(2, 90, caption.slice(0, 31)),
      dataSet(2, 92, concat([bytesOf('Å'.repeat(15)), bytesOf('x'), new Uint8Array([0xc3])])),
    ]);
    expect((await valuesIn(jpegWith([photoshopSegment(iimResources(held))]))).sublocation).toBe(
      `${'Å'.repeat(15)}x`,
    );
  });

  test('a shorter text is another text, not a cut one', async () => {
    const iim = concat([UTF8_MARK, dataSet(2, 90, 'Hav')]);
    const file = jpegWith([
      xmpSegment(xmpPacket('<photoshop:City>Havnes</photoshop:City>')),
      photoshopSegment(iimResources(iim)),
    ]);
    expect(await reading(file, 'city')).toMatchObject({ agrees: false });
  });

  test('a write that leaves IIM alone leaves its digest alone', async () => {
    const iim = concat([UTF8_MARK, dataSet(2, 90, 'Havnes')]);
    const before = jpegWith([photoshopSegment(iimResources(iim, ascii('former')))]);
    const { file } = await embedInMemory(before, { usageTerms: 'No use.' });
    const { resources } = await models(file);
    expect(resource(resources!, RESOURCE_IPTC_DIGEST)).toEqual(md5Digest(ascii('former')));
    expect((await models(file)).digest).toBe('stale');
  });

  test('a second IIM block is read with the first, and gone after a write', async () => {
    const [first, second] = [
      concat([UTF8_MARK, dataSet(2, 90, 'Havnes')]),
      concat([UTF8_MARK, dataSet(2, 90, 'Old'), dataSet(2, 105, 'Only here')]),
    ];
    const before = jpegWith([
      photoshopSegment(concat([imageResource(RESOURCE_IIM, first), imageResource(RESOURCE_IIM, second)])),
    ]);
    expect(await valuesIn(before)).toEqual({ city: 'Havnes', headline: 'Only here' });
    expect(await codes(before)).toEqual(expect.arrayContaining(['block-repeated', 'iim-copies-differ']));
    const { file } = await embedInMemory(before, { city: 'Pellvik' });
    expect(resourcesOf((await models(file)).resources!, RESOURCE_IIM)).toHaveLength(1);
    expect(await valuesIn(file)).toEqual({ city: 'Pellvik', headline: 'Only here' });
  });

  test('a second 2:122 stays when the first is changed', async () => {
    const iim = concat([UTF8_MARK, dataSet(2, 122, 'Pell'), dataSet(2, 122, 'Marr')]);
    const { file } = await embedInMemory(jpegWith([photoshopSegment(iimResources(iim))]), {
      descriptionWriter: 'Orrin',
    });
    expect(decodeAll(await models(file), 122)).toEqual(['Orrin', 'Marr']);
  });

  test('line feeds stand in captions alone', async () => {
    const { file } = await embedInMemory(jpegWith([]), {
      description: 'a\nb',
      instructions: 'Not before\n 14 May',
    });
    const read = await models(file);
    expect(decodeAll(read, 120)).toEqual(['a\nb']);
    expect(decodeAll(read, 40)).toEqual(['Not before 14 May']);
    expect(await reading(file, 'instructions')).toMatchObject({ value: 'Not before\n 14 May', agrees: true });
    expect((await embedInMemory(file, { instructions: 'Not before\n 14 May' })).plan.unchanged).toBe(true);
  });

  test('a country code of two letters is not cut into IIM, nor filled up; one of three is', async () => {
    const two = await embedInMemory(jpegWith([]), { countryCode: 'NO', city: 'Havnes' });
    expect(decodeAll(await models(two.file), 100)).toEqual([]);
    expect(two.plan.problems.map((one) => one.code)).toContain('iim-value-not-encodable');
    expect((await embedInMemory(two.file, { countryCode: 'NO' })).plan.unchanged).toBe(true);
    const three = await embedInMemory(jpegWith([]), { countryCode: 'nor' });
    expect(decodeAll(await models(three.file), 100)).toEqual(['NOR']);
  });

  test('2:12 and 2:04 have their own forms, and keep the words that stand there', async () => {
    const { file } = await embedInMemory(jpegWith([]), {
      subjectCode: ['01000000'],
      intellectualGenre: 'Feature',
    });
    expect(decodeAll(await models(file), 12)).toEqual(['IPTC:01000000:::']);
    expect(decodeAll(await models(file), 4)).toEqual(['005:Feature']);
    const iim = concat([UTF8_MARK, dataSet(2, 4, '099:House style'), dataSet(2, 12, 'TT:01000000:Arts:x:y')]);
    const before = jpegWith([photoshopSegment(iimResources(iim))]);
    expect(await valuesIn(before)).toEqual({ subjectCode: ['01000000'], intellectualGenre: 'House style' });
    const more = await embedInMemory(before, { subjectCode: ['01000000', '15000000'] });
    expect(decodeAll(await models(more.file), 12)).toEqual(['TT:01000000:Arts:x:y', 'IPTC:15000000:::']);
  });

  test('dates in the usual wrong spellings are read, and told', async () => {
    const iim = concat([UTF8_MARK, dataSet(2, 55, '2026:05:14'), dataSet(2, 60, '07:12:40')]);
    const file = jpegWith([photoshopSegment(iimResources(iim))]);
    expect((await valuesIn(file)).dateCreated).toBe('2026-05-14T07:12:40');
    expect(await codes(file)).toContain('iim-date-spelling');
  });
});

function decodeAll({ iim }: Awaited<ReturnType<typeof models>>, dataset: number): string[] {
  return (iim?.dataSets ?? [])
    .filter((one) => one.record === 2 && one.dataset === dataset)
    .map((one) => new TextDecoder().decode(one.value));
}

// A caption that did not fit into Exif stopped the whole file.
test('a text that has no room in Exif is taken out of it, and is whole in XMP; a second write changes nothing', async () => {
  const long = '\u8239'.repeat(19_000);
  const before = jpegWith([
    exifSegment(
      tiffWith('little', [
        { tag: TAG.imageDescription, text: 'Short' },
        { tag: TAG.model, text: 'K'.repeat(10_000) },
      ]),
    ),
    xmpSegment(xmpPacket(alt('dc:description', 'Short'))),
  ]);
  const first = await embedInMemory(before, { description: long, creator: ['Aune Pell'] });
  expect(first.plan.problems).toContainEqual(
    expect.objectContaining({ code: 'exif-value-left-out', part: 'description' }),
  );
  expect(await valuesIn(first.file)).toMatchObject({ description: long, creator: ['Aune Pell'] });
  const { exif } = await models(first.file);
  expect(exifText(exif!, 'IFD0', TAG.imageDescription)).toBeUndefined();
  expect(exifText(exif!, 'IFD0', TAG.artist)).toBe('Aune Pell');
  expect((await embedInMemory(first.file, { description: long })).plan.unchanged).toBe(true);
});

describe('XMP', () => {
  test('a packet with a property twice is refused, and written anew when somebody says so', async () => {
    const twice = xmpPacket(
      `<photoshop:City>A</photoshop:City><photoshop:City>B</photoshop:City>${alt('dc:title', 'T')}`,
    );
    const before = jpegWith([xmpSegment(twice)]);
    expect(await codes(before)).toContain('xmp-property-repeated');
    const container = await openContainer(memorySource(before));
    const wanted = new Map<FieldId, string>([['headline', 'Launch']]);
    const refused = planEmbed(container, wanted);
    expect(refused).toMatchObject({
      unchanged: true,
      refused: { code: 'xmp-property-repeated', found: 'photoshop:City' },
    });
    const plan = planEmbed(container, wanted, { replaceUnreadable: true });
    const after = carryOut(before, plan);
    expect(await valuesIn(after)).toEqual({ city: 'A', headline: 'Launch', title: 'T' });
    expect(await codes(after)).not.toContain('xmp-property-repeated');
  });

  test('a second packet is read with the first, and gone after a write', async () => {
    const before = jpegWith([
      xmpSegment(xmpPacket('<photoshop:City>Havnes</photoshop:City>')),
      xmpSegment(xmpPacket('<photoshop:Headline>Launch</photoshop:Headline>')),
    ]);
    expect(await valuesIn(before)).toEqual({ city: 'Havnes', headline: 'Launch' });
    expect(await codes(before)).toContain('block-repeated');
    const { file } = await embedInMemory(before, { city: 'Pellvik' });
    expect(await valuesIn(file)).toEqual({ city: 'Pellvik', headline: 'Launch' });
    expect(await codes(file)).not.toContain('block-repeated');
  });

  test('two packets that differ are refused with that reason; by a choice the first value is kept', async () => {
    const before = jpegWith([
      xmpSegment(xmpPacket('<photoshop:City>Havnes</photoshop:City>')),
      xmpSegment(xmpPacket('<photoshop:City>Pellvik</photoshop:City>')),
    ]);
    const wanted = new Map<FieldId, string>([['headline', 'Launch']]);
    const container = await openContainer(memorySource(before));
    expect(planEmbed(container, wanted)).toMatchObject({
      unchanged: true,
      refused: { code: 'xmp-packets-differ', found: 'photoshop:City' },
    });
    const after = carryOut(before, planEmbed(container, wanted, { replaceUnreadable: true }));
    expect(await valuesIn(after)).toEqual({ city: 'Havnes', headline: 'Launch' });
    expect(await codes(after)).toEqual([]);
  });

  test('qualifiers of a whole array survive a change of its items', async () => {
    const packet = xmpPacket(
      '<dc:subject rdf:parseType="Resource"><rdf:value><rdf:Bag><rdf:li>a</rdf:li></rdf:Bag></rdf:value><dc:why>kept</dc:why></dc:subject>',
    );
    const { file } = await embedInMemory(jpegWith([xmpSegment(packet)]), { keywords: ['a', 'b'] });
    expect(await valuesIn(file)).toEqual({ keywords: ['a', 'b'] });
    expect(property((await models(file)).xmp!, namespaces.dc, 'subject')?.qualifiers).toMatchObject([
      { name: 'why' },
    ]);
  });

  test('keywords are a set: another order, or a word twice, is no disagreement', async () => {
    const iim = concat([UTF8_MARK, ...['b', 'a', 'a'].map((one) => dataSet(2, 25, one))]);
    const file = jpegWith([
      xmpSegment(
        xmpPacket('<dc:subject><rdf:Bag><rdf:li>a</rdf:li><rdf:li>b</rdf:li></rdf:Bag></dc:subject>'),
      ),
      photoshopSegment(iimResources(iim)),
    ]);
    expect(await reading(file, 'keywords')).toMatchObject({ value: ['a', 'b'], agrees: true });
  });

  test('a rating of 3.0 is 3', async () => {
    const file = jpegWith([
      xmpSegment(xmpPacket('<xmp:Rating>3.0</xmp:Rating>', 'xmlns:xmp="http://ns.adobe.com/xap/1.0/"')),
    ]);
    expect(await valuesIn(file)).toEqual({ rating: '3' });
  });

  // ISO 16684-1, 8.6: an InstanceID is updated each time a file is saved; a DocumentID stays.
  test('an InstanceID changes with every write that changes something, and is the same in a plan made again', async () => {
    const packet = xmpPacket(
      '<xmpMM:DocumentID>xmp.did:1</xmpMM:DocumentID><xmpMM:InstanceID>xmp.iid:1</xmpMM:InstanceID>',
      `xmlns:xmpMM="${namespaces.xmpMM}"`,
    );
    const before = jpegWith([xmpSegment(packet)]);
    const written = async (headline: string) => {
      const container = await openContainer(memorySource(before));
      const plan = planEmbed(container, new Map([['headline', headline]]), { now: '2026-11-26T18:00:00Z' });
      const { xmp } = await models(carryOut(before, plan));
      return ['DocumentID', 'InstanceID'].map((name) => textOfValue(property(xmp!, namespaces.xmpMM, name)));
    };
    const first = await written('Launch');
    const uuid = /^xmp\.iid:[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
    expect(first).toEqual(['xmp.did:1', expect.stringMatching(uuid)]);
    expect(await written('Launch')).toEqual(first);
    expect((await written('Relaunch'))[1]).not.toBe(first[1]);
  });

  test('MetadataDate tells of a write that changes something; a second embed changes no byte', async () => {
    const container = await openContainer(memorySource(jpegWith([])));
    const wanted = new Map<FieldId, string>([['headline', 'Launch']]);
    const plan = planEmbed(container, wanted, { now: '2026-11-26T18:00:00+01:00' });
    const after = carryOut(jpegWith([]), plan);
    const date = textOfValue(property((await models(after)).xmp!, namespaces.xmp, 'MetadataDate'));
    expect(date).toBe('2026-11-26T18:00:00+01:00');
    const second = planEmbed(await openContainer(memorySource(after)), wanted, {
      now: '2027-01-01T00:00:00Z',
    });
    expect(second.unchanged).toBe(true);
  });

  test('digests of older programs that do not fit any more are taken out', async () => {
    const packet = xmpPacket(
      '<photoshop:LegacyIPTCDigest>00</photoshop:LegacyIPTCDigest><exif:NativeDigest>x</exif:NativeDigest>',
      'xmlns:exif="http://ns.adobe.com/exif/1.0/"',
    );
    const before = jpegWith([exifSegment(tiffWith('big', [])), xmpSegment(packet)]);
    const { file } = await embedInMemory(before, { creator: ['Ida'] });
    const { xmp } = await models(file);
    expect(property(xmp!, namespaces.photoshop, 'LegacyIPTCDigest')).toBeUndefined();
    expect(property(xmp!, namespaces.exif, 'NativeDigest')).toBeUndefined();
  });

  test('a corrected owner keeps the identifier that stands beside the name', async () => {
    const packet = xmpPacket(
      '<plus:CopyrightOwner><rdf:Seq><rdf:li rdf:parseType="Resource"><plus:CopyrightOwnerName>Tarn</plus:CopyrightOwnerName><plus:CopyrightOwnerID>urn:x:1</plus:CopyrightOwnerID></rdf:li></rdf:Seq></plus:CopyrightOwner>',
      `xmlns:plus="${namespaces.plus}"`,
    );
    const { file } = await embedInMemory(jpegWith([xmpSegment(packet)]), { copyrightOwner: ['Tarn & Tide'] });
    expect(indexOfBytes(file, ascii('urn:x:1'))).not.toBe(-1);
    const two = await embedInMemory(file, { copyrightOwner: ['Tarn & Tide', 'Other'] });
    expect(indexOfBytes(two.file, ascii('urn:x:1'))).not.toBe(-1);
    const other = await embedInMemory(file, { copyrightOwner: ['A', 'B'] });
    expect(indexOfBytes(other.file, ascii('urn:x:1'))).toBe(-1);
  });

  test('positions inside a place stand in the form of XMP', async () => {
    const place = [{ name: 'Slipway', latitude: '59.913868', longitude: '-10.5', altitude: '-3.5' }];
    const { file } = await embedInMemory(jpegWith([]), { locationShown: place });
    for (const text of ['59,54.8320800N', '10,30.0000000W', '3500/1000', '<exif:GPSAltitudeRef>1<'])
      expect(indexOfBytes(file, bytesOf(text))).not.toBe(-1);
    expect((await valuesIn(file)).locationShown).toEqual(place);
  });

  test('kinds of telephone stand as addresses of PLUS', async () => {
    const { file } = await embedInMemory(jpegWith([]), {
      licensor: [{ name: 'A', telephoneType1: 'mobile' }],
    });
    expect(indexOfBytes(file, ascii('http://ns.useplus.org/ldf/vocab/cell'))).not.toBe(-1);
  });

  test('a keyword tree brings its words into the flat list', async () => {
    const tree: readonly Structure[] = [
      { keyword: 'craft', children: [{ keyword: 'planking' }, { keyword: 'hidden', applied: 'False' }] },
    ];
    const { file } = await embedInMemory(jpegWith([]), { keywordHierarchy: tree, keywords: ['ketch'] });
    expect((await valuesIn(file)).keywords).toEqual(['ketch', 'planking']);
  });

  test('regions of faces are shown and kept', async () => {
    const rs = namespaces['mwg-rs'];
    const regions = `<mwg-rs:Regions rdf:parseType="Resource"><mwg-rs:RegionList><rdf:Bag><rdf:li rdf:parseType="Resource"><mwg-rs:Name>Ivo</mwg-rs:Name><mwg-rs:Type>Face</mwg-rs:Type></rdf:li></rdf:Bag></mwg-rs:RegionList></mwg-rs:Regions>`;
    const before = jpegWith([xmpSegment(xmpPacket(regions, `xmlns:mwg-rs="${rs}"`))]);
    const { file } = await embedInMemory(before, { headline: 'Launch' });
    expect((await valuesIn(file)).faceRegions).toEqual([{ name: 'Ivo', type: 'Face' }]);
    expect((await embedInMemory(file, { faceRegions: null })).plan.refused).toBeUndefined();
  });
});

describe('Exif', () => {
  const exif = (texts: { tag: number; text: string }[], date?: string) =>
    exifSegment(tiffWith('little', texts, date));

  test('a notice of photographer and editor agrees with the photographer’s alone', async () => {
    const both = exif([{ tag: 0x8298, text: '© Pell\0© Tarn' }]);
    expect(await valuesIn(jpegWith([both]))).toEqual({ copyrightNotice: '© Pell; © Tarn' });
    const file = jpegWith([both, xmpSegment(xmpPacket(alt('dc:rights', '© Pell')))]);
    expect(await reading(file, 'copyrightNotice')).toMatchObject({ value: '© Pell', agrees: true });
    expect(
      (await embedInMemory(file, { copyrightNotice: '© Pell' })).plan.after.fields.copyrightNotice?.agrees,
    ).toBe(true);
  });

  test('a notice of photographer and editor agrees with both in two lines', async () => {
    const both = exif([{ tag: 0x8298, text: '© Pell\0© Tarn' }]);
    const file = jpegWith([both, xmpSegment(xmpPacket(alt('dc:rights', '© Pell&#10;© Tarn')))]);
    expect(await reading(file, 'copyrightNotice')).toMatchObject({ value: '© Pell\n© Tarn', agrees: true });
  });

  test('what is behind a NUL is no part of a text', async () => {
    const file = jpegWith([
      exif([{ tag: 0x010e, text: 'The launch\0 of another' }]),
      photoshopSegment(iimResources(concat([UTF8_MARK, dataSet(2, 90, 'Havnes\0left over')]))),
    ]);
    expect(await valuesIn(file)).toEqual({ description: 'The launch', city: 'Havnes' });
  });

  // Put after once deleted somebody's caption.
  test('words of a camera inside a caption are somebody’s words', async () => {
    const caption = 'Visitors try a digital camera at the fair.';
    expect(await valuesIn(jpegWith([exif([{ tag: 0x010e, text: caption }])]))).toEqual({
      description: caption,
    });
    const stock = exif([
      { tag: 0x010e, text: 'TINDRA DIGITAL CAMERA' },
      { tag: 0x010f, text: 'Tindra Optical Co.' },
    ]);
    expect(await valuesIn(jpegWith([stock]))).toEqual({});
  });

  test.each([
    ['a thumbnail past the end', (bytes: Uint8Array) => withThumbnail(bytes)],
    ['a value past the end', (bytes: Uint8Array) => withDangling(bytes, 0x013b)],
    ['a MakerNote past the end', (bytes: Uint8Array) => withDangling(bytes, TAG.makerNote)],
  ])('a block with %s is not made longer, unless somebody says so', async (_, broken) => {
    const before = jpegWith([
      exifSegment(broken(tiffWith('little', [{ tag: 0x013b, text: 'Aune Pell' }], '2026:05:14 07:12:40'))),
    ]);
    const container = await openContainer(memorySource(before));
    const wanted = new Map<FieldId, string>([['description', 'new words']]);
    expect(planEmbed(container, wanted).refused).toMatchObject({ code: 'block-unreadable', part: 'exif' });
    expect(planEmbed(container, new Map([['city', 'Havnes']])).refused).toBeUndefined();
    const plan = planEmbed(container, wanted, { replaceUnreadable: true });
    const after = carryOut(before, plan);
    expect((await reading(after, 'description'))?.recordValues.map((one) => one.origin)).toContain('exif');
    expect((await valuesIn(after)).dateCreated).toBe('2026-05-14T07:12:40');
    expect(await codes(after)).toEqual([]);
  });

  test('tags that repeat a field follow where they are, and are never made', async () => {
    const before = jpegWith([
      exifSegment(
        tiffOf([
          [0x010e, 2, ascii('A caption\0')],
          [TAG.xpTitle, 1, utf16('Old')],
          [TAG.xpComment, 1, utf16('its own')],
          [TAG.rating, 3, new Uint8Array([1, 0])],
        ]),
      ),
    ]);
    const { file } = await embedInMemory(before, {
      title: 'New',
      rating: '4',
      description: 'Words',
      keywords: ['a'],
    });
    const { exif: after } = await models(file);
    const value = (tag: number) => {
      const one = after!.ifds.IFD0!.entries.find((entry) => entry.tag === tag);
      return one && after!.bytes.subarray(one.valueAt, one.valueAt + one.byteLength);
    };
    expect(value(TAG.xpTitle)).toEqual(utf16('New'));
    expect(value(TAG.xpComment)).toEqual(utf16('its own'));
    expect(value(TAG.rating)).toEqual(new Uint8Array([4, 0]));
    expect(value(TAG.xpKeywords)).toBeUndefined();
  });

  const mirroredOnly = () => {
    const block = exifSegment(
      tiffOf([
        [TAG.rating, 3, new Uint8Array([4, 0])],
        [TAG.xpTitle, 1, utf16('Ketch at the quay')],
        [TAG.xpComment, 1, utf16('Words of a comment')],
        [TAG.xpAuthor, 1, utf16('Ruth Skerry; Aune Pell')],
        [TAG.xpKeywords, 1, utf16('ketch;old quay')],
        [TAG.xpSubject, 1, utf16('Words of a subject')],
      ]),
    );
    const packet = xmpPacket(alt('tiff:Copyright', '© Skerry'), `xmlns:tiff="${namespaces.tiff}"`);
    return jpegWith([block, xmpSegment(packet)]);
  };
  const mirroredValues = {
    title: 'Ketch at the quay',
    description: 'Words of a comment',
    creator: ['Ruth Skerry', 'Aune Pell'],
    keywords: ['ketch', 'old quay'],
    headline: 'Words of a subject',
    rating: '4',
    copyrightNotice: '© Skerry',
  };

  test('a mirror is read where every record is empty, and hidden by any of them', async () => {
    expect(await valuesIn(mirroredOnly())).toEqual(mirroredValues);
    expect(await reading(mirroredOnly(), 'creator')).toMatchObject({ origin: 'mirror', agrees: true });
    const { file } = await embedInMemory(mirroredOnly(), { creator: ['Ivo Marr'] });
    expect((await reading(file, 'creator'))?.recordValues.map((one) => one.origin)).not.toContain('mirror');
    expect(await valuesIn(file)).toEqual({ ...mirroredValues, creator: ['Ivo Marr'] });
    // Cameras write a rating of 0 into every picture.
    const unrated = jpegWith([exifSegment(tiffOf([[TAG.rating, 3, new Uint8Array([0, 0])]]))]);
    expect(await valuesIn(unrated)).toEqual({});
  });

  // Exif 3.0, 4.6.6 (from memory).
  test('title and photographer of Exif 3.0 are read, follow, and are erased', async () => {
    const text = (tag: number, value: string) => {
      const bytes = encodeUtf8(`${value}\0`);
      return { tag, type: 2, count: bytes.length, value: bytes };
    };
    const Exif = [text(TAG.imageTitle, 'Kjøl'), text(TAG.photographer, 'Ruth Skerry')];
    const tagged = composeExif('little', { IFD0: [], Exif, GPS: [] })!;
    const before = jpegWith([exifSegment(tagged)]);
    expect(await valuesIn(before)).toEqual({ title: 'Kjøl', creator: ['Ruth Skerry'] });
    const { file } = await embedInMemory(before, { title: 'Keel', creator: null });
    expect([indexOfBytes(file, bytesOf('Kjøl')), indexOfBytes(file, bytesOf('Skerry'))]).toEqual([-1, -1]);
    expect((await models(file)).exif!.ifds.Exif!.entries.map((one) => one.tag)).toEqual([TAG.imageTitle]);
  });

  // A field that was erased was still in the tags that other programs show.
  test('an erased field is in no byte: its mirrors go with it', async () => {
    const wanted = Object.fromEntries(Object.keys(mirroredValues).map((id) => [id, null]));
    const { file } = await embedInMemory(mirroredOnly(), wanted);
    expect(await valuesIn(file)).toEqual({});
    const texts = ['Ketch at', 'Words of a', 'Skerry', 'Aune', 'ketch', 'quay'];
    for (const text of texts)
      expect([text, indexOfBytes(file, utf16(text).slice(0, -2)), indexOfBytes(file, bytesOf(text))]).toEqual(
        [text, -1, -1],
      );
  });

  test('a comment that held the caption follows it; one of its own stays', async () => {
    const comment = concat([ascii('ASCII\0\0\0'), ascii('Old caption')]);
    const block = (text: string) => tiffWith('big', [{ tag: 0x010e, text }]);
    const before = jpegWith([exifSegment(withExifTag(block('Old caption'), TAG.userComment, comment))]);
    const { file } = await embedInMemory(before, { description: 'New caption' });
    expect(indexOfBytes(file, ascii('ASCII\0\0\0New caption'))).not.toBe(-1);
    const own = jpegWith([exifSegment(withExifTag(block('Other'), TAG.userComment, comment))]);
    const kept = await embedInMemory(own, { description: 'New caption' });
    expect(indexOfBytes(kept.file, comment)).not.toBe(-1);
  });

  test('the older mirrors of XMP follow', async () => {
    const packet = xmpPacket(
      `<tiff:Artist>Old</tiff:Artist>${alt('tiff:ImageDescription', 'Old')}<exif:DateTimeOriginal>2020-01-01</exif:DateTimeOriginal><MicrosoftPhoto:Rating>1</MicrosoftPhoto:Rating>`,
      `xmlns:tiff="${namespaces.tiff}" xmlns:exif="${namespaces.exif}" xmlns:MicrosoftPhoto="${namespaces.MicrosoftPhoto}"`,
    );
    const { file } = await embedInMemory(jpegWith([xmpSegment(packet)]), {
      creator: ['Pell', 'Marr'],
      description: 'New',
      dateCreated: '2026-05-14',
      rating: '4',
    });
    const { xmp } = await models(file);
    const text = (ns: 'tiff' | 'exif' | 'MicrosoftPhoto', name: string) =>
      textOfValue(property(xmp!, namespaces[ns], name));
    expect([
      text('tiff', 'Artist'),
      text('tiff', 'ImageDescription'),
      text('exif', 'DateTimeOriginal'),
      text('MicrosoftPhoto', 'Rating'),
    ]).toEqual(['Pell; Marr', 'New', '2026-05-14', '75']);
  });
});

describe('image resources', () => {
  test('an address beyond ASCII stands percent-encoded, and agrees', async () => {
    const { file } = await embedInMemory(jpegWith([]), { webStatement: 'https://tarn.example/båt' });
    expect(indexOfBytes(file, ascii('https://tarn.example/b%C3%A5t'))).not.toBe(-1);
    expect(await reading(file, 'webStatement')).toMatchObject({
      value: 'https://tarn.example/båt',
      agrees: true,
    });
    expect((await embedInMemory(file, { webStatement: 'https://tarn.example/båt' })).plan.unchanged).toBe(
      true,
    );
  });
});

test('a packet of exactly 65,502 octets goes into one segment, and no longer one', async () => {
  const { file } = await embedInMemory(jpegWith([]), { usageTerms: 'x'.repeat(64_000) });
  const { blocks } = await openContainer(memorySource(file));
  expect(blocks.xmp!.length).toBeLessThanOrEqual(65_502);
});

// C2PA 2.1, "Embedding manifests into JPEG" (from memory).
test('signed provenance is reported, and only broken when somebody says so', async () => {
  const box = concat([
    ascii('JP'),
    new Uint8Array([0, 1, 0, 0, 0, 1, 0, 0, 0, 60]),
    ascii('jumb'),
    new Uint8Array([0, 0, 0, 40]),
    ascii('jumdc2pa'),
    new Uint8Array(30),
  ]);
  const before = jpegWith([segment(0xeb, box)]);
  expect(await codes(before)).toContain('provenance-signed');
  const container = await openContainer(memorySource(before));
  const wanted = new Map<FieldId, string>([['headline', 'Launch']]);
  expect(planEmbed(container, wanted)).toMatchObject({
    unchanged: true,
    refused: { code: 'provenance-signed' },
  });
  expect(planEmbed(container, wanted, { breakProvenance: true }).refused).toBeUndefined();
  const other = jpegWith([segment(0xeb, ascii('JP of somebody else, longer than the head'))]);
  expect(await codes(other)).toEqual([]);
});

test('a text that is erased takes its other languages along, and the plan says so', async () => {
  const first = await embedInMemory(jpegWith([]), {
    title: 'Ketch',
    titleLanguages: [{ language: 'nb', text: 'Ketsj' }],
  });
  const { file } = await embedInMemory(first.file, { title: null });
  expect(await valuesIn(file)).toEqual({});
});

/** IFD0 of these entries alone, little-endian. */
const utf16 = (text: string) =>
  Uint8Array.from([...`${text}\0`].flatMap((c) => [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8]));

function tiffOf(entries: readonly (readonly [number, number, Uint8Array])[]): Uint8Array {
  const sizes: Record<number, number> = { 1: 1, 2: 1, 3: 2, 7: 1 };
  const head = new Uint8Array(8 + 2 + entries.length * 12 + 4);
  const view = new DataView(head.buffer);
  head.set(ascii('II'));
  view.setUint16(2, 42, true);
  view.setUint32(4, 8, true);
  view.setUint16(8, entries.length, true);
  const values: Uint8Array[] = [];
  let at = head.length;
  entries.forEach(([tag, type, bytes], i) => {
    const entry = 10 + i * 12;
    view.setUint16(entry, tag, true);
    view.setUint16(entry + 2, type, true);
    view.setUint32(entry + 4, bytes.length / sizes[type]!, true);
    if (bytes.length <= 4) head.set(bytes, entry + 8);
    else {
      view.setUint32(entry + 8, at, true);
      values.push(bytes);
      at += bytes.length;
    }
  });
  return concat([head, ...values]);
}

/** The fixture's MakerNote entry turned into another tag. */
function withExifTag(tiff: Uint8Array, tag: number, bytes: Uint8Array): Uint8Array {
  const at = indexOfBytes(tiff, new Uint8Array([0x92, 0x7c, 0, 7]));
  const out = concat([tiff, bytes]);
  const view = new DataView(out.buffer);
  view.setUint16(at, tag);
  view.setUint32(at + 4, bytes.length);
  view.setUint32(at + 8, tiff.length);
  return out;
}

/** The value of a tag pointing past the end. */
function withDangling(tiff: Uint8Array, tag: number): Uint8Array {
  const out = tiff.slice();
  const at = indexOfBytes(tiff, new Uint8Array([tag & 255, tag >> 8, tag === TAG.makerNote ? 7 : 2, 0]));
  new DataView(out.buffer).setUint32(at + 8, tiff.length - 4, true);
  return out;
}

/** An IFD1 whose thumbnail is past the end. */
function withThumbnail(tiff: Uint8Array): Uint8Array {
  const out = concat([
    tiff,
    tiffOf([
      [0x0201, 4, new Uint8Array([0, 16, 0, 0])],
      [0x0202, 4, new Uint8Array([0, 1, 0, 0])],
    ] as never).subarray(8),
  ]);
  const view = new DataView(out.buffer);
  const count = view.getUint16(8, true);
  view.setUint32(10 + count * 12, tiff.length, true);
  view.setUint32(tiff.length + 2 + 4, 1, true);
  view.setUint32(tiff.length + 2 + 12 + 4, 1, true);
  return out;
}
