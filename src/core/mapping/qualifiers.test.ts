import { jpegWith, xmpPacket, xmpSegment } from '../../../tests/fixtures/build';
import { embedInMemory } from '../../../tests/fixtures/embed';
import { memorySource } from '../bytes/source';
import { namespaces } from '../catalogue/namespaces';
import { readPicture } from '../readout/readPicture';
import { property, type XmpValue } from '../xmp/model';

/** Qualifiers (ISO 16684-1, 6.4 and 7.8) are somebody else's words about a value: they stay when it changes. */
const YARD = 'https://yard.example/ns/';
const file = (body: string) => jpegWith([xmpSegment(xmpPacket(body, `xmlns:yard="${YARD}"`))]);
const qualified = (text: string) => `<rdf:value>${text}</rdf:value><yard:checked>by Ida</yard:checked>`;
const checkedBy = (value: XmpValue | undefined) =>
  (value?.qualifiers ?? []).map(({ ns, name, value: of }) => [
    ns === YARD && name,
    of.kind === 'simple' && of.text,
  ]);

async function changed(body: string, wanted: Parameters<typeof embedInMemory>[1]) {
  const { models } = await readPicture(memorySource((await embedInMemory(file(body), wanted)).file));
  return (ns: 'photoshop' | 'dc' | 'xmpRights', name: string) => property(models.xmp!, namespaces[ns], name);
}

test('of a text', async () => {
  const of = await changed(
    `<photoshop:City rdf:parseType="Resource">${qualified('Havnes')}</photoshop:City>`,
    {
      city: 'Pellvik',
    },
  );
  expect(of('photoshop', 'City')).toMatchObject({ kind: 'simple', text: 'Pellvik' });
  expect(checkedBy(of('photoshop', 'City'))).toEqual([['checked', 'by Ida']]);
});

test('of an address', async () => {
  const of = await changed(
    `<xmpRights:WebStatement rdf:parseType="Resource">${qualified('https://tarn.example/a')}</xmpRights:WebStatement>`,
    { webStatement: 'https://tarn.example/b' },
  );
  expect(checkedBy(of('xmpRights', 'WebStatement'))).toEqual([['checked', 'by Ida']]);
});

test('of a list as a whole, and of the items that stay', async () => {
  const of = await changed(
    `<dc:subject rdf:parseType="Resource"><rdf:value><rdf:Bag><rdf:li rdf:parseType="Resource">${qualified('ketch')}</rdf:li><rdf:li>sail</rdf:li></rdf:Bag></rdf:value><yard:checked>by Ida</yard:checked></dc:subject>`,
    { keywords: ['ketch', 'mast'] },
  );
  const list = of('dc', 'subject');
  expect(checkedBy(list)).toEqual([['checked', 'by Ida']]);
  expect(list?.kind === 'array' && list.items.map(checkedBy)).toEqual([[['checked', 'by Ida']], []]);
});
