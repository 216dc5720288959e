import fc from 'fast-check';
import { xmpPacket } from '../../../tests/fixtures/build';
import { encodeUtf8 } from '../bytes/text';
import { namespaces } from '../catalogue/namespaces';
import { FormatError } from '../problems/problem';
import { emptyXmp, property, withProperty, type XmpModel, type XmpProperty, type XmpValue } from './model';
import { decodeXmp, encodeXmp, findPackets, packetText } from './packet';
import { textOfValue, textsOfValue, withDefaultText } from './values';

const read = (body: string, ns = '') =>
  decodeXmp(encodeUtf8(xmpPacket(body, `xmlns:e="http://e.test/" ${ns}`)));
const one = (body: string) => property(read(body), 'http://e.test/', 'p');
const text = (value: string): XmpValue => ({ kind: 'simple', text: value });
const e = (name: string, value: XmpValue): XmpProperty => ({ ns: 'http://e.test/', name, value });

// ISO 16684-1, annex C.2: the forms of RDF/XML that XMP uses.
test.each<[string, string, XmpValue]>([
  ['literal element', '<e:p> two  words </e:p>', text(' two  words ')],
  ['empty element', '<e:p/>', text('')],
  ['rdf:resource', '<e:p rdf:resource="http://x.test/a"/>', { kind: 'uri', text: 'http://x.test/a' }],
  [
    'bag',
    '<e:p><rdf:Bag><rdf:li>a</rdf:li><rdf:li>b</rdf:li></rdf:Bag></e:p>',
    { kind: 'array', form: 'Bag', items: [text('a'), text('b')] },
  ],
  [
    'language alternative',
    '<e:p><rdf:Alt><rdf:li xml:lang="x-default">a</rdf:li></rdf:Alt></e:p>',
    { kind: 'array', form: 'Alt', items: [{ kind: 'simple', text: 'a', lang: 'x-default' }] },
  ],
  [
    'parseType Resource',
    '<e:p rdf:parseType="Resource"><e:a>1</e:a></e:p>',
    { kind: 'struct', fields: [e('a', text('1'))] },
  ],
  [
    'nested description',
    '<e:p><rdf:Description e:a="1"><e:b>2</e:b></rdf:Description></e:p>',
    { kind: 'struct', fields: [e('a', text('1')), e('b', text('2'))] },
  ],
  [
    'attributes as a structure',
    '<e:p e:a="1" e:b="2"/>',
    { kind: 'struct', fields: [e('a', text('1')), e('b', text('2'))] },
  ],
  [
    'typed node',
    '<e:p><e:T e:a="1"/></e:p>',
    {
      kind: 'struct',
      fields: [
        { ns: namespaces.rdf, name: 'type', value: { kind: 'uri', text: 'http://e.test/T' } },
        e('a', text('1')),
      ],
    },
  ],
  [
    'qualifier',
    '<e:p rdf:parseType="Resource"><rdf:value>v</rdf:value><e:q>1</e:q></e:p>',
    { kind: 'simple', text: 'v', qualifiers: [e('q', text('1'))] },
  ],
  [
    'qualifier by attributes',
    '<e:p rdf:value="v" e:q="1"/>',
    { kind: 'simple', text: 'v', qualifiers: [e('q', text('1'))] },
  ],
  [
    'inherited language',
    '<e:p xml:lang="nb"><rdf:Seq><rdf:li>a</rdf:li></rdf:Seq></e:p>',
    { kind: 'array', form: 'Seq', items: [{ kind: 'simple', text: 'a', lang: 'nb' }] },
  ],
  ['CDATA and references', '<e:p><![CDATA[<&]]>&#x41;&amp;</e:p>', text('<&A&')],
])('%s', (_, body, expected) => {
  expect(one(body)).toEqual(expected);
});

test('attributes of rdf:Description are properties, several descriptions one model', () => {
  const model = decodeXmp(
    encodeUtf8(
      `<rdf:RDF xmlns:rdf="${namespaces.rdf}" xmlns:e="http://e.test/"><rdf:Description rdf:about="" e:a="1"/><rdf:Description about=""><e:b>2</e:b></rdf:Description></rdf:RDF>`,
    ),
  );
  expect(model.subjects).toEqual([{ about: '', properties: [e('a', text('1')), e('b', text('2'))] }]);
});

// Written back with an empty rdf:about beside the other, the packet was unreadable to the XMP toolkit.
test('a description without rdf:about belongs to the one resource that the others name (ISO 16684-1, 7.4)', () => {
  const read = (...abouts: readonly string[]) =>
    decodeXmp(
      encodeUtf8(
        `<rdf:RDF xmlns:rdf="${namespaces.rdf}" xmlns:e="http://e.test/">${abouts
          .map((about, at) => `<rdf:Description${about} e:p${at}="1"/>`)
          .join('')}</rdf:RDF>`,
      ),
    ).subjects.map((one) => [one.about, one.properties.length]);
  expect(read(' rdf:about="uuid:1"', '')).toEqual([['uuid:1', 2]]);
  expect(read(' rdf:about=""', ' rdf:about="uuid:1"', '')).toEqual([['uuid:1', 3]]);
  expect(read(' rdf:about="uuid:1"', '', ' rdf:about="uuid:2"')).toHaveLength(3);
});

test.each([
  ['a document type', '<!DOCTYPE x><rdf:RDF/>', 'xmp-doctype'],
  ['an entity', '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "b">]><x>&a;</x>', 'xmp-doctype'],
  ['an undeclared entity', '<x>&a;</x>', 'xmp-not-well-formed'],
  ['broken XML', '<x><y></x>', 'xmp-not-well-formed'],
  ['no RDF', '<x/>', 'xmp-not-rdf'],
  ['nothing', '', 'xmp-not-well-formed'],
  ['parseType Literal', xmpPacket('<dc:p rdf:parseType="Literal"><b/></dc:p>'), 'xmp-outside-subset'],
  ['rdf:nodeID', xmpPacket('<dc:p rdf:nodeID="a"/>'), 'xmp-outside-subset'],
  ['mixed content', xmpPacket('<dc:p>a<rdf:Bag/></dc:p>'), 'xmp-outside-subset'],
  ['too deep', `${'<x>'.repeat(500)}${'</x>'.repeat(500)}`, 'limit-exceeded'],
])('%s is refused with a typed error', (_, xml, code) => {
  expect(() => decodeXmp(encodeUtf8(xml))).toThrow(FormatError);
  try {
    decodeXmp(encodeUtf8(xml));
  } catch (error) {
    expect((error as FormatError).problem.code).toBe(code);
  }
});

const xmlText = fc
  .string({
    unit: fc.oneof(
      fc.constantFrom('\t', '\n', '\r', '<', '&', '"', ' ', 'é', '船', '😀', '©'),
      fc.string({ unit: 'grapheme', minLength: 1, maxLength: 1 }),
    ),
    maxLength: 20,
  })
  .filter((one) => !/[\p{Cc}\p{Cs}\ufffe\uffff]/u.test(one.replace(/[\t\n\r]/g, '')));
const name = fc.constantFrom('a', 'b', 'c');
const { value: arbitraryValue } = fc.letrec<{ value: XmpValue; properties: XmpProperty[] }>((tie) => ({
  value: fc.oneof(
    { maxDepth: 3, depthSize: 'small' },
    fc.record({ kind: fc.constant('simple' as const), text: xmlText }),
    fc.record({
      kind: fc.constant('simple' as const),
      text: xmlText,
      lang: fc.constantFrom('en', 'x-default'),
    }),
    fc.record({ kind: fc.constant('uri' as const), text: xmlText }),
    fc.record({
      kind: fc.constant('array' as const),
      form: fc.constantFrom('Bag' as const, 'Seq' as const, 'Alt' as const),
      items: fc.array(tie('value'), { maxLength: 3 }),
    }),
    fc.record({ kind: fc.constant('struct' as const), fields: tie('properties') }),
    fc.record({ kind: fc.constant('simple' as const), text: xmlText, qualifiers: tie('properties') }),
  ),
  properties: fc.uniqueArray(
    fc.record({ ns: fc.constantFrom('http://e.test/', 'http://f.test/#'), name, value: tie('value') }),
    { selector: (p) => p.ns + p.name, maxLength: 3 },
  ),
}));

test('decode after encode gives the same model', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.record({ ns: fc.constant('http://e.test/'), name, value: arbitraryValue }), {
        maxLength: 4,
        selector: (one) => one.name,
      }),
      (properties) => {
        const model: XmpModel = { subjects: [{ about: '', properties }], prefixes: new Map() };
        expect(decodeXmp(encodeXmp(model)!).subjects).toEqual(model.subjects);
      },
    ),
  );
});

test('a packet takes exactly the wished room where it can, else two kilobytes of padding, less near the limit', () => {
  const bare = encodeXmp(emptyXmp)!.length - 2048;
  expect(encodeXmp(emptyXmp, { wishedBytes: bare + 700 })).toHaveLength(bare + 700);
  expect(encodeXmp(emptyXmp, { wishedBytes: bare - 1 })).toHaveLength(bare + 2048);
  expect(encodeXmp(emptyXmp, { maxBytes: bare + 10 })).toHaveLength(bare + 10);
  expect(encodeXmp(emptyXmp, { maxBytes: bare - 1 })).toBeUndefined();
});

test('packets in UTF-16 and with trailing zero bytes are read', () => {
  const xml = xmpPacket('<dc:format>é</dc:format>');
  const wide = new Uint8Array(xml.length * 2);
  for (let i = 0; i < xml.length; i++) new DataView(wide.buffer).setUint16(i * 2, xml.charCodeAt(i), true);
  const format = (bytes: Uint8Array) => textOfValue(property(decodeXmp(bytes), namespaces.dc, 'format'));
  expect(format(wide)).toBe('é');
  expect(format(new Uint8Array([...encodeUtf8(xml), 0, 0, 0]))).toBe('é');
  expect(packetText(encodeUtf8(`${xml}rest`)).endsWith('?>')).toBe(true);
});

test('packets are found by their wrapper', () => {
  const packet = xmpPacket('');
  const bytes = encodeUtf8(`junk${packet}junk`);
  const [found] = findPackets(bytes);
  expect(new TextDecoder().decode(bytes.subarray(found!.start, found!.end))).toBe(packet);
});

test('a character that XML cannot hold is refused, not dropped', () => {
  expect(() => encodeXmp(withProperty(emptyXmp, namespaces.dc, 'format', text('a\u0001')))).toThrow(
    'xmp-character-refused',
  );
});

test('a changed default leaves other languages, and the copy of the default follows', () => {
  const before: XmpValue = {
    kind: 'array',
    form: 'Alt',
    items: [
      { kind: 'simple', text: 'hull', lang: 'x-default' },
      { kind: 'simple', text: 'hull', lang: 'en' },
      { kind: 'simple', text: 'skrog', lang: 'nb' },
    ],
  };
  expect(withDefaultText(before, 'keel').items.map(textOfValue)).toEqual(['keel', 'keel', 'skrog']);
  expect(textsOfValue(text('only'))).toEqual(['only']);
});

test('every cut inside the markup is a typed error', () => {
  const whole = encodeUtf8(xmpPacket('<dc:format>é</dc:format>'));
  const end = new TextDecoder().decode(whole).indexOf('</x:xmpmeta>');
  for (let cut = 0; cut < end; cut++) expect(() => decodeXmp(whole.subarray(0, cut))).toThrow(FormatError);
});
