import { execFileSync } from 'node:child_process';
import { encodeUtf8 } from '@/core/bytes/text';
import { jpegWith, xmpPacket, xmpSegment } from '../fixtures/build';
import { embedInMemory, valuesIn } from '../fixtures/embed';
import { cameraJpeg, compiled, fileBytes, inFile, run } from './tools';

/** Files written by other libraries, read by Fabrica; and foreign XMP that Fabrica rewrites. */

test('libexiv2 writes IIM, XMP and Exif: Fabrica reads the values', async () => {
  const file = inFile('exiv2.jpg', await cameraJpeg());
  const set = (line: string) => ['-M', `set ${line}`];
  run('exiv2', [
    '-q',
    ...set('Iptc.Envelope.CharacterSet String "\u001b%G"'),
    ...set('Iptc.Application2.City String Ålesund'),
    ...set('Iptc.Application2.Byline String Jon Osei'),
    ...set('Iptc.Application2.Keywords String båt'),
    '-M',
    'add Iptc.Application2.Keywords String 船',
    ...set('Xmp.dc.description LangAlt lang="x-default" A caption 😀'),
    ...set('Xmp.photoshop.Credit XmpText Tarn & Tide'),
    ...set('Xmp.xmpRights.Marked XmpText False'),
    ...set('Exif.Image.Copyright Ascii © 2026 Jon Osei'),
    file,
  ]);
  expect(await valuesIn(fileBytes(file))).toMatchObject({
    city: 'Ålesund',
    creator: ['Jon Osei'],
    keywords: ['båt', '船'],
    description: 'A caption 😀',
    creditLine: 'Tarn & Tide',
    rightsStatus: 'public-domain',
    copyrightNotice: '© 2026 Jon Osei',
    dateCreated: '2026-05-14T07:12:40+02:00',
  });
});

test('the XMP toolkit’s library writes, and its IIM and digest agree with its XMP', async () => {
  const file = inFile('exempi.jpg', await cameraJpeg());
  execFileSync(compiled('xmp_tool'), ['write', file, 'Bygd i Ålesund 船']);
  expect(await valuesIn(fileBytes(file))).toMatchObject({
    description: 'Bygd i Ålesund 船',
    creator: ['Bygd i Ålesund 船'],
    city: 'Bygd i Ålesund 船',
    headline: 'Bygd i Ålesund 船',
  });
});

test('the XMP toolkit’s library takes over what Fabrica wrote and keeps it', async () => {
  const { file: ours } = await embedInMemory(await cameraJpeg(), {
    copyrightNotice: '© 2026 Åse',
    keywords: ['a', 'b'],
    contactEmail: 'a@b.example',
  });
  const file = inFile('both.jpg', ours);
  execFileSync(compiled('xmp_tool'), ['write', file, 'Second hand']);
  expect(await valuesIn(fileBytes(file))).toMatchObject({
    copyrightNotice: '© 2026 Åse',
    keywords: ['a', 'b'],
    contactEmail: 'a@b.example',
    city: 'Second hand',
  });
});

const foreign = `<e:plain xml:lang="nb">ord &amp; <![CDATA[<tegn>]]></e:plain><e:link rdf:resource="http://x.test/a?b=1&amp;c=2"/>
  <e:seq><rdf:Seq><rdf:li>b</rdf:li><rdf:li>a</rdf:li><rdf:li rdf:parseType="Resource"><e:deep e:q="1"/></rdf:li></rdf:Seq></e:seq>
  <e:alt><rdf:Alt><rdf:li xml:lang="x-default">x</rdf:li><rdf:li xml:lang="en">x</rdf:li></rdf:Alt></e:alt>
  <e:typed><e:Person e:name="Ida"/></e:typed><e:qualified rdf:parseType="Resource"><rdf:value>v</rdf:value><e:by>me</e:by></e:qualified><e:empty/>`;

// The graph as raptor 2 reads it; blank nodes compared by what hangs on them.
test('foreign XMP keeps its RDF graph and the order of its arrays when Fabrica writes beside it', async () => {
  const before = jpegWith([xmpSegment(xmpPacket(foreign, 'xmlns:e="http://e.test/"'))]);
  const { file: after } = await embedInMemory(before, { usageTerms: 'Ask first.' });
  const added = (triple: string) => triple.includes('UsageTerms') || triple.includes('Ask first.');
  expect(graph(after).filter((triple) => !added(triple))).toEqual(graph(before));
  const { file: cleared } = await embedInMemory(after, { usageTerms: null });
  expect(graph(cleared)).toEqual(graph(before));
});

function graph(file: Uint8Array): string[] {
  const text = Buffer.from(file).toString('utf8');
  const rdf = text.slice(text.indexOf('<rdf:RDF'), text.indexOf('</rdf:RDF>') + '</rdf:RDF>'.length);
  const lines = run('rapper', [
    '-q',
    '-i',
    'rdfxml',
    '-o',
    'ntriples',
    inFile('graph.rdf', encodeUtf8(rdf)),
    'http://x.test/',
  ])
    .trim()
    .split('\n');
  const triples = lines.map(
    (line) => /^(\S+) (\S+) (.*) \.$/.exec(line)!.slice(1) as [string, string, string],
  );
  const described = (node: string): string =>
    node.startsWith('_:')
      ? `[${triples
          .filter(([s]) => s === node)
          .map(([, p, o]) => `${p} ${described(o)}`)
          .sort()
          .join('; ')}]`
      : node;
  return triples
    .filter(([s]) => !s.startsWith('_:'))
    .map(([s, p, o]) => `${s} ${p} ${described(o)}`)
    .sort();
}
