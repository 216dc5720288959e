import { namespaces } from '../catalogue/namespaces';
import { decodeXmp } from '../xmp/packet';
import { lineageOf } from './lineage';
import { type VersionClues, versionsAmong } from './versions';

const clues = (id: string, more: Partial<VersionClues>): VersionClues => ({
  id,
  name: `${id}.jpg`,
  camera: 'Tindra K2',
  pixels: { width: 6000, height: 4000 },
  lineage: {},
  ...more,
});
const at = '2026-04-21T09:04:12';

test.each<[string, VersionClues[], string[][]]>([
  [
    'the same shot under a longer name',
    [clues('kt-0408', { taken: at }), clues('kt-0408-web', { taken: at })],
    [['kt-0408', 'kt-0408-web']],
  ],
  [
    'the same shot with fewer pixels, turned round',
    [clues('a', { taken: at }), clues('b', { taken: at, pixels: { width: 1000, height: 1500 } })],
    [['a', 'b']],
  ],
  [
    'the next picture of a burst is none',
    [clues('kt-0408', { taken: at }), clues('kt-0409', { taken: at })],
    [],
  ],
  ['another camera', [clues('a', { taken: at }), clues('a-1', { taken: at, camera: 'Other' })], []],
  [
    'a day without a time tells nothing',
    [clues('a', { taken: '2026-04-21' }), clues('a-1', { taken: '2026-04-21' })],
    [],
  ],
  [
    'one names the other as its origin',
    [
      clues('a', { lineage: { documentId: 'xmp.did:1' } }),
      clues('z', { lineage: { documentId: 'xmp.did:2', origins: ['xmp.did:1'] } }),
    ],
    [['a', 'z']],
  ],
  [
    'both name a third one, which is not there',
    [clues('a', { lineage: { origins: ['d'] } }), clues('z', { lineage: { origins: ['d'] } })],
    [['a', 'z']],
  ],
  [
    'what belongs together by one clue each is one group',
    [
      clues('a', { taken: at, lineage: { documentId: 'd' } }),
      clues('a-web', { taken: at }),
      clues('z', { lineage: { origins: ['d'] } }),
    ],
    [['a', 'z', 'a-web']],
  ],
])('versions: %s', (_, pictures, groups) => {
  expect(versionsAmong(pictures).map((group) => [...group].sort())).toEqual(
    groups.map((group) => [...group].sort()),
  );
});

// A stopped camera clock gave ten thousand pictures one time, and every pair of them was compared.
test('very many pictures of one second are no versions of each other, and cost no more than they are', () => {
  const many = Array.from({ length: 100_000 }, (_, at) =>
    clues(`kt-${at}`, { taken: '2026-04-21T09:04:12' }),
  );
  expect(versionsAmong(many)).toEqual([]);
});

// XMP Specification Part 2, 2.2 (xmpMM) and Part 2, 1.2.4.3 (ResourceRef).
test('XMP Media Management tells document, original and what it was derived from', () => {
  const xmp = `<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
    <rdf:Description rdf:about="" xmlns:xmpMM="${namespaces.xmpMM}" xmlns:stRef="http://ns.adobe.com/xap/1.0/sType/ResourceRef#"
      xmpMM:DocumentID="xmp.did:2" xmpMM:OriginalDocumentID="xmp.did:1">
      <xmpMM:DerivedFrom stRef:documentID="xmp.did:9" stRef:originalDocumentID="xmp.did:1"/>
    </rdf:Description></rdf:RDF></x:xmpmeta>`;
  const model = decodeXmp(new TextEncoder().encode(xmp));
  expect(lineageOf(model)).toEqual({ documentId: 'xmp.did:2', origins: ['xmp.did:1', 'xmp.did:9'] });
  expect(lineageOf(undefined)).toEqual({});
});

test('an id of noughts names nothing: many programs write it', () => {
  const xmp = `<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about=""
    xmlns:xmpMM="${namespaces.xmpMM}" xmpMM:OriginalDocumentID="uuid:00000000-0000-0000-0000-000000000000"/></rdf:RDF>`;
  expect(lineageOf(decodeXmp(new TextEncoder().encode(xmp)))).toEqual({});
});
