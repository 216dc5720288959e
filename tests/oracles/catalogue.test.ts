import { execFileSync } from 'node:child_process';
import ExifReader from 'exifreader';
import { field, fieldIds, writtenFieldIds } from '@/core/catalogue/fields';
import { type MemberRow, type StructureId, structures } from '@/core/catalogue/structures';
import type { FieldValue, Structure } from '@/core/catalogue/value';
import { jpegWith } from '../fixtures/build';
import { embedInMemory, valuesIn, type WantedValues } from '../fixtures/embed';
import { cameraJpeg, compiled, inFile, run } from './tools';

/** The catalogue against the tables and readings of independent libraries. */

/** libexiv2's prefixes for the namespaces that both know. */
const exiv2Prefix: Readonly<Record<string, string>> = {
  dc: 'dc',
  photoshop: 'photoshop',
  Iptc4xmpCore: 'iptc',
  Iptc4xmpExt: 'iptcExt',
  plus: 'plus',
  xmp: 'xmp',
  xmpRights: 'xmpRights',
  exif: 'exif',
};

function formOf(valueType: string): RegExp {
  if (valueType === 'Lang Alt') return /^lang-alt(-others)?$/;
  if (/^bag (RegistryEntry|Location|Artwork)/.test(valueType)) return /^bag-of-structs$/;
  if (/^seq \w+Details?$/.test(valueType)) return /^seq-of-structs?$/;
  if (valueType.startsWith('bag ')) return /^bag$/;
  if (valueType.startsWith('seq ')) return /^seq$/;
  return valueType === 'ContactInfo' ? /^struct$/ : /^(simple|uri)$/;
}

/** Where the standard and the old table differ: the standard's later editions are followed. */
const laterThanTable = ['copyrightOwner', 'imageCreator', 'imageSupplier'];

test('every property that libexiv2 knows has its form; every other states that it is from memory', () => {
  const table = new Map(
    execFileSync(compiled('xmp_table'), { encoding: 'utf8' })
      .trim()
      .split('\n')
      .map((line): [string, string] => {
        const [prefix, name, ...type] = line.split(' ');
        return [`${prefix} ${name}`, type.join(' ')];
      }),
  );
  let compared = 0;
  for (const id of fieldIds) {
    const { xmp, section } = field(id);
    const type = xmp && table.get(`${exiv2Prefix[xmp.ns]} ${xmp.name}`);
    if (!xmp) continue;
    if (type === undefined) {
      expect([id, /from memory|cc REL|Metadata Working Group/.test(section)]).toEqual([id, true]);
      continue;
    }
    compared++;
    if (!laterThanTable.includes(id))
      expect([id, type, formOf(type).test(xmp.form)]).toEqual([id, type, true]);
  }
  expect(compared).toBeGreaterThan(70);
});

/** A text of each form that the catalogue asks for. */
const formed: Readonly<Record<NonNullable<MemberRow['textForm']>, string>> = {
  uri: 'https://tarn.example/a?b=c&d=e',
  date: '2026-05-14',
  'country-code': 'NOR',
  language: 'nb',
  'whole-number': '34',
  'scene-code': '011900',
  'subject-code': '01000000',
  coordinate: '12.5',
};

/** A value for every field, with something of everything in the structures. */
function sampleStructure(id: StructureId, depth = 0): Structure {
  return Object.fromEntries(
    Object.entries(structures[id]).flatMap(([key, row]): [string, Structure[string]][] => {
      if (row.follows || (row.structure && depth > 1)) return [];
      if (row.choices) return [[key, Object.keys(row.choices)[0]!]];
      if (row.textForm) return [[key, formed[row.textForm]]];
      if (row.form === 'struct') return [[key, sampleStructure(row.structure!, depth + 1)]];
      if (row.form === 'structs') return [[key, [sampleStructure(row.structure!, depth + 1)]]];
      return [[key, row.form === 'bag' || row.form === 'seq' ? [`${key} å`, 'two'] : `${key} 船 & <b>`]];
    }),
  );
}
/** Two beside x-default: the toolkit's library gives alternatives of exactly two items back wrongly. */
const inOtherLanguages: readonly Structure[] = [
  { language: 'nb', text: 'Ketsjen på slippen 船' },
  { language: 'de', text: 'Die Ketsch & <b>' },
];
const everything = Object.fromEntries(
  writtenFieldIds.map((id): [string, FieldValue] => {
    const { type, choices, structure, example, textForm } = field(id);
    if (structure === 'languageText') return [id, inOtherLanguages];
    if (structure) return [id, [sampleStructure(structure)]];
    if (choices) return [id, type === 'list' ? Object.keys(choices).slice(0, 2) : Object.keys(choices)[1]!];
    if (textForm) return [id, type === 'list' ? [formed[textForm]] : formed[textForm]];
    if (type === 'list')
      return [id, id === 'keywords' ? ['ketch', 'båt 船', 'keyword 船 & <b>'] : ['ketch', 'båt 船']];
    if (type === 'coordinate') return [id, id === 'gpsAltitude' ? '-12.5' : '-59.9138683'];
    if (type === 'date') return [id, '2026-05-14'];
    return [id, type === 'number' ? '8000' : id === 'category' ? 'NOR' : example];
  }),
) as WantedValues;

test('every field of the catalogue, all at once, is written and read back', async () => {
  const { file, plan } = await embedInMemory(await cameraJpeg(), everything);
  expect(plan.refused).toBeUndefined();
  expect(await valuesIn(file)).toEqual(everything);
  expect((await embedInMemory(file, everything)).plan.unchanged).toBe(true);
});

// exempi 2.6, the XMP toolkit's library
test('the XMP toolkit’s library finds every text of every field and structure', async () => {
  const { file } = await embedInMemory(jpegWith([]), everything);
  const dump = execFileSync(compiled('xmp_tool'), ['dump', inFile('everything.jpg', file)], {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  const paths = dump.split('\n').length;
  expect(paths).toBeGreaterThan(250);
  for (const id of writtenFieldIds) {
    const { xmp, type, structure } = field(id);
    // Positions stand in another form.
    if (!xmp || type === 'coordinate' || structure === 'location' || id === 'rightsStatus') continue;
    const lines = dump.split('\n').filter((line) => line.includes(`:${xmp.name}`));
    expect([id, lines.length > 0]).toEqual([id, true]);
    for (const text of textsOf(everything[id]))
      expect([id, lines.some((line) => line.endsWith(`\t${text}`)) || dump.includes(text)]).toEqual([
        id,
        true,
      ]);
  }
});

function textsOf(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  return value && typeof value === 'object' ? Object.values(value).flatMap(textsOf) : [];
}

// libexiv2 0.27: positions as Exif rationals and as XMP; exifreader: decimal degrees
test('positions: libexiv2 and a JavaScript reader find them where Fabrica wrote them', async () => {
  const { file } = await embedInMemory(await cameraJpeg(), {
    gpsLatitude: '-59.913868',
    gpsLongitude: '10.75',
    gpsAltitude: '12.5',
  });
  const dump = run('exiv2', ['-q', '-PEXkv', inFile('gps.jpg', file)]);
  expect(dump).toMatch(/GPSLatitudeRef\s+S/);
  expect(dump).toMatch(/Exif\.GPSInfo\.GPSLatitude\s+59\/1 54\/1 4992480\/100000/);
  expect(dump).toMatch(/Xmp\.exif\.GPSLatitude\s+59,54\.8320800S/);
  expect(dump).toMatch(/Exif\.GPSInfo\.GPSAltitude\s+12500\/1000/);
  const { gps } = ExifReader.load(Buffer.from(file), { expanded: true });
  expect(gps?.Latitude).toBeCloseTo(-59.913868, 6);
  expect(gps?.Longitude).toBeCloseTo(10.75, 6);
});

test('positions that libexiv2 wrote are read', async () => {
  const path = inFile('gps2.jpg', await cameraJpeg());
  run('exiv2', [
    '-q',
    '-M',
    'set Exif.GPSInfo.GPSLatitude Rational 59/1 54/1 4992/100',
    '-M',
    'set Exif.GPSInfo.GPSLatitudeRef Ascii S',
    path,
  ]);
  const { readFileSync } = await import('node:fs');
  expect(Number((await valuesIn(new Uint8Array(readFileSync(path)))).gpsLatitude)).toBeCloseTo(-59.913867, 5);
});
