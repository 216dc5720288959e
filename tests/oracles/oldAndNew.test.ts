import { execFileSync, spawnSync } from 'node:child_process';
import ExifReader from 'exifreader';
import { memorySource } from '@/core/bytes/source';
import { type FieldId, field, shapeOf, writtenFieldIds } from '@/core/catalogue/fields';
import { openContainer } from '@/core/containers/registry';
import { embedInMemory, valuesIn, type WantedValues } from '../fixtures/embed';
import { allSamples } from '../fixtures/formats';
import { pixelsOf } from '../fixtures/pixels';
import { compiled, inFile, readByMetadataExtractor } from './tools';

/**
 * What was there before is nowhere any more, and what is wanted is read by everybody or not at all: every
 * field with a mark of its own, in every format, by five libraries that share no code with Fabrica.
 */
const marked = writtenFieldIds.filter((id) => {
  const { type, choices, textForm, iim } = field(id);
  const isWord = type === 'text' || type === 'multiline' || type === 'list';
  return isWord && !choices && !textForm && !iim?.form && iim?.maxBytes !== 3;
});
const mark = (age: string, id: FieldId) => `${age}${marked.indexOf(id).toString().padStart(3, '0')}q`;
const values = (age: string): WantedValues =>
  Object.fromEntries(
    marked.map((id) => [id, shapeOf(id) === 'list' ? [mark(age, id)] : mark(age, id)] as const),
  );
const noValues: WantedValues = Object.fromEntries(marked.map((id) => [id, null]));

const tell = (program: string, args: string[]) =>
  spawnSync(program, args, { encoding: 'latin1', maxBuffer: 1 << 26 }).stdout;
/** Each reader with the formats that it knows, and whether it reads IIM, XMP and Exif there. */
const readers: readonly {
  readonly name: string;
  readonly formats: RegExp;
  readonly records: readonly ('xmp' | 'iim')[];
  readonly read: (file: string, bytes: Uint8Array) => string;
}[] = [
  {
    name: 'libexiv2',
    formats: /jpg|tif|dng|png/,
    records: ['xmp', 'iim'],
    read: (file) => tell('exiv2', ['-q', '-PEIXkv', file]),
  },
  {
    name: 'the XMP toolkit’s library',
    formats: /jpg|tif|png/,
    records: ['xmp'],
    read: (file) => tell(compiled('xmp_tool'), ['dump', file]),
  },
  {
    name: 'metadata-extractor',
    formats: /jpg|strips|pages|png|webp/,
    records: ['xmp'],
    read: (file) => readByMetadataExtractor(file),
  },
  {
    name: 'exifreader',
    formats: /jpg|strips|png|webp/,
    records: ['xmp'],
    read: (_, bytes) => JSON.stringify(ExifReader.load(Buffer.from(bytes), { expanded: true })),
  },
  { name: 'libiptcdata', formats: /jpg/, records: ['iim'], read: (file) => tell('iptc', [file]) },
];

const samples = allSamples();
const isPlain = (name: string) => !/bigtiff|animated/.test(name);

test('the five readers see the new values and none of the old ones, in every format', async () => {
  for (const { name, bytes } of (await samples).filter((one) => isPlain(one.name))) {
    const { file: old } = await embedInMemory(bytes, values('Old'));
    const { file } = await embedInMemory(old, values('New'));
    const onDisk = inFile(`new-${name}`, file);
    for (const { name: reader, formats, records, read } of readers) {
      if (!formats.test(name)) continue;
      const dump = read(onDisk, file);
      const lacking = marked.filter((id) => {
        const { xmp, iim } = field(id);
        const speaks =
          (records.includes('xmp') && xmp) || (records.includes('iim') && iim && /jpg|tif/.test(name));
        return speaks && !dump.includes(mark('New', id));
      });
      expect([name, reader, lacking]).toEqual([name, reader, []]);
      expect([name, reader, dump.match(/Old\d{3}q/g)]).toEqual([name, reader, null]);
    }
  }
});

test('what is replaced or erased is gone from the bytes, in every format, and the picture stays', async () => {
  for (const { name, bytes } of await samples) {
    const { file: old } = await embedInMemory(bytes, values('Old'));
    for (const wanted of [values('New'), noValues]) {
      const { file } = await embedInMemory(old, wanted);
      expect([
        name,
        Buffer.from(file)
          .toString('latin1')
          .match(/Old\d{3}q/g),
      ]).toEqual([name, null]);
      const wide = Buffer.from(file).toString('latin1').replaceAll('\0', '');
      expect([name, wide.match(/Old\d{3}q/g)]).toEqual([name, null]);
      if (/raw|dng|mp4|mov/.test(name)) continue;
      const same = (await pixelsOf(file, name)).equals(await pixelsOf(old, name));
      expect([name, same]).toEqual([name, true]);
    }
    if (!/jpg|png|webp/.test(name)) continue;
    const { file: bare } = await embedInMemory(old, noValues);
    expect([name, await valuesIn(bare)]).toEqual([name, await valuesIn(bytes)]);
  }
});

test('an erased position is gone from the bytes, with everything that tells a place', async () => {
  const place = { gpsLatitude: '59.913868', gpsLongitude: '10.752245', gpsAltitude: '77.125' };
  const seconds = [4_992_480, 808_200, 77_125];
  for (const { name, bytes } of await samples) {
    const located = name === 'plain.jpg' ? withDestination(inFile('gps-before.jpg', bytes)) : bytes;
    const { file: old } = await embedInMemory(located, place);
    const { file } = await embedInMemory(old, { gpsLatitude: null, gpsLongitude: null });
    const values = await valuesIn(file);
    expect([name, values.gpsLatitude, values.gpsLongitude, values.gpsAltitude]).toEqual([
      name,
      undefined,
      undefined,
      undefined,
    ]);
    for (const number of seconds)
      for (const little of [true, false]) {
        const octets = Buffer.alloc(4);
        if (little) octets.writeUInt32LE(number);
        else octets.writeUInt32BE(number);
        expect([name, number, Buffer.from(file).includes(octets)]).toEqual([name, number, false]);
      }
    if (name !== 'plain.jpg') continue;
    const dump = tell('exiv2', ['-q', '-PEXkv', inFile('gps-after.jpg', file)]);
    expect(dump.match(/Exif\.GPSInfo\.(?!GPSVersionID)\w+|Xmp\.exif\.GPS\w+/g)).toBeNull();
    expect((await openContainer(memorySource(file))).problems).toEqual([]);
  }
});

/** A destination and a date stamp, as libexiv2 writes them into Exif and XMP. */
function withDestination(file: string): Uint8Array {
  const changes = [
    'set Exif.GPSInfo.GPSDestLatitude Rational 59/1 54/1 4992/100',
    'set Exif.GPSInfo.GPSDestLatitudeRef Ascii N',
    'set Exif.GPSInfo.GPSDateStamp Ascii 2026:05:14',
    'set Xmp.exif.GPSDestLatitude 59,54.83N',
    'set Xmp.exif.GPSAreaInformation Slipway',
  ];
  execFileSync('exiv2', ['-q', ...changes.flatMap((one) => ['-M', one]), file]);
  return new Uint8Array(require('node:fs').readFileSync(file));
}
