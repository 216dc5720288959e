import { xmpPacket } from '../../../tests/fixtures/build';
import { encodeUtf8 } from '../bytes/text';
import { namespaces } from '../catalogue/namespaces';
import { FormatError } from '../problems/problem';
import { encodeWithExtended } from './extended';
import { property, type XmpModel } from './model';
import { decodeXmp, encodeXmp } from './packet';
import { simple, textOfValue } from './values';

const read = (xml: string) => decodeXmp(encodeUtf8(xml));
const dc = (model: XmpModel, name: string) => property(model, namespaces.dc, name);
const again = (model: XmpModel) => decodeXmp(encodeXmp(model)!);

// What the XMP toolkit does with RDF beyond XMP's subset (its reading of ISO 16684-1, annex C).
test('rdf:about of a nested description is kept, and means nothing', () => {
  const model = read(
    xmpPacket('<dc:source><rdf:Description rdf:about="urn:x"><dc:a>1</dc:a></rdf:Description></dc:source>'),
  );
  expect(dc(model, 'source')).toEqual({
    kind: 'struct',
    about: 'urn:x',
    fields: [{ ns: namespaces.dc, name: 'a', value: simple('1') }],
  });
  expect(again(model).subjects).toEqual(model.subjects);
});

test('rdf:datatype is kept, and means nothing', () => {
  const model = read(
    xmpPacket('<dc:format rdf:datatype="http://www.w3.org/2001/XMLSchema#string">image/jpeg</dc:format>'),
  );
  expect(textOfValue(dc(model, 'format'))).toBe('image/jpeg');
  expect(again(model).subjects).toEqual(model.subjects);
});

test('attributes beside rdf:resource are qualifiers of the address', () => {
  const model = read(
    xmpPacket('<dc:source rdf:resource="https://a.example" dc:why="bought" xml:lang="en"/>'),
  );
  expect(dc(model, 'source')).toEqual({
    kind: 'uri',
    text: 'https://a.example',
    lang: 'en',
    qualifiers: [{ ns: namespaces.dc, name: 'why', value: simple('bought') }],
  });
  expect(textOfValue(dc(again(model), 'source'))).toBe('https://a.example');
});

test('an XML declaration behind the packet’s header is no obstacle', () => {
  const packet = xmpPacket('<dc:format>image/jpeg</dc:format>').replace(
    '?><x:',
    '?><?xml version="1.0"?><x:',
  );
  expect(textOfValue(dc(read(packet), 'format'))).toBe('image/jpeg');
});

test('a property that is said twice alike is said once; said differently, the first counts and it is told', () => {
  const same = read(xmpPacket('<dc:format>a</dc:format><dc:format>a</dc:format>'));
  expect(same.subjects[0]!.properties).toHaveLength(1);
  expect(same.repeated).toBeUndefined();
  const differing = read(xmpPacket('<dc:format>a</dc:format><dc:format>b</dc:format>'));
  expect(differing.repeated).toEqual(['dc:format']);
  expect(textOfValue(dc(differing, 'format'))).toBe('a');
  const bags = xmpPacket(
    '<dc:subject><rdf:Bag><rdf:li>a</rdf:li><rdf:li>b</rdf:li></rdf:Bag></dc:subject><dc:subject><rdf:Bag><rdf:li>b</rdf:li><rdf:li>a</rdf:li></rdf:Bag></dc:subject>',
  );
  expect(read(bags).repeated).toBeUndefined();
  const inside = xmpPacket('<dc:source rdf:parseType="Resource"><dc:a>1</dc:a><dc:a>2</dc:a></dc:source>');
  expect(read(inside).repeated).toEqual(['dc:a']);
});

test('a second rdf:RDF is read with the first', () => {
  const two = xmpPacket('<dc:format>a</dc:format>').replace(
    '</rdf:RDF>',
    `</rdf:RDF><rdf:RDF xmlns:rdf="${namespaces.rdf}"><rdf:Description rdf:about="" xmlns:dc="${namespaces.dc}"><dc:language>en</dc:language></rdf:Description></rdf:RDF>`,
  );
  expect([dc(read(two), 'format'), dc(read(two), 'language')].map(textOfValue)).toEqual(['a', 'en']);
  expect(new TextDecoder().decode(encodeXmp(read(two))!).match(/<rdf:RDF/g)).toHaveLength(1);
});

// Each of these took from 8 seconds to hours: loops that are not linear would not end here.
test.each([
  [
    'a million attributes',
    xmpPacket('').replace(
      'rdf:about=""',
      `rdf:about="" ${Array.from({ length: 1_000_000 }, (_, i) => `dc:a${i}="1"`).join(' ')}`,
    ),
  ],
  [
    'half a million descriptions',
    xmpPacket('').replace('</rdf:RDF>', `${'<rdf:Description rdf:about=""/>'.repeat(500_000)}</rdf:RDF>`),
  ],
  [
    'ten thousand resources',
    xmpPacket('').replace(
      '</rdf:RDF>',
      `${Array.from({ length: 10_000 }, (_, i) => `<rdf:Description rdf:about="${i}"/>`).join('')}</rdf:RDF>`,
    ),
  ],
  [
    'a hundred thousand namespaces',
    xmpPacket('', Array.from({ length: 100_000 }, (_, i) => `xmlns:n${i}="u${i}"`).join(' ')),
  ],
  ['a million levels', `${'<a>'.repeat(1_000_000)}`],
])('%s are refused by a named limit', (_, xml) => {
  expect(() => read(xml)).toThrow(FormatError);
});

test('a packet that ends in millions of NULs is read', () => {
  const bytes = new Uint8Array(4_000_000);
  bytes.set(encodeUtf8(xmpPacket('<dc:format>a\u0020</dc:format>')));
  expect(textOfValue(dc(decodeXmp(bytes), 'format'))).toBe('a ');
});

test('what is least read moves into the extended packet; rights, creator and description never do', () => {
  const long = 'x'.repeat(3000);
  const model: XmpModel = {
    prefixes: new Map(),
    subjects: [
      {
        about: '',
        properties: [
          { ns: namespaces.dc, name: 'description', value: simple(long.repeat(3)) },
          { ns: namespaces.xmpRights, name: 'UsageTerms', value: simple(long) },
          { ns: namespaces.dc, name: 'creator', value: simple(long) },
          { ns: 'http://other.test/', name: 'Settings', value: simple(long) },
          { ns: namespaces.Iptc4xmpExt, name: 'Event', value: simple(long) },
        ],
      },
    ],
  };
  const packets = encodeWithExtended(model, 19_000)!;
  const names = (bytes: Uint8Array) => decodeXmp(bytes).subjects[0]!.properties.map((one) => one.name);
  expect(names(packets.xmpExtended)).toEqual(['Settings']);
  expect(names(encodeWithExtended(model, 17_000)!.xmpExtended)).toEqual(['Settings', 'Event']);
  expect(encodeWithExtended(model, 9000)).toBeUndefined();
});

// photoshop:DocumentAncestors or instructions of 60 kilobytes made a file that could not be embedded.
test('where that is not enough, the largest properties move, of whichever schema', () => {
  const properties = [
    { ns: namespaces.dc, name: 'rights', value: simple('Mine') },
    { ns: namespaces.photoshop, name: 'Headline', value: simple('Short') },
    { ns: namespaces.photoshop, name: 'DocumentAncestors', value: simple('x'.repeat(60_000)) },
    { ns: namespaces.photoshop, name: 'Instructions', value: simple('y'.repeat(30_000)) },
    { ns: 'http://other.test/', name: 'Settings', value: simple('z') },
  ];
  const packets = encodeWithExtended({ prefixes: new Map(), subjects: [{ about: '', properties }] }, 65_000)!;
  const names = (bytes: Uint8Array) => decodeXmp(bytes).subjects[0]!.properties.map((one) => one.name);
  expect(names(packets.xmpExtended)).toEqual(['DocumentAncestors']);
  expect(names(packets.xmp)).toEqual(['HasExtendedXMP', 'rights', 'Headline', 'Instructions', 'Settings']);
});
