import { execFileSync } from 'node:child_process';
import ExifReader from 'exifreader';
import sharp from 'sharp';
import { cutUtf8 } from '@/core/bytes/text';
import { field, fieldIds } from '@/core/catalogue/fields';
import { namespaces } from '@/core/catalogue/namespaces';
import { asList, asText } from '@/core/catalogue/value';
import { allDataSets } from '@/core/iim/datasets';
import { compiled, inFile, run, texts, writtenFile } from './tools';

/** What Fabrica writes, read by libraries that share no code with it. */

// libexiv2 0.27 (Debian's exiv2)
test('libexiv2 reads every value from IIM, cut at a character where IIM must cut', async () => {
  const { file } = await writtenFile();
  const found = new Map<string, string[]>();
  for (const line of records(run('exiv2', ['-q', '-PIxnkv', file])))
    found.set(line.key, [...(found.get(line.key) ?? []), line.value]);
  for (const id of fieldIds) {
    const { iim, type } = field(id);
    if (!iim || !(id in texts) || type === 'date') continue;
    const key = `${iim.record}:${iim.dataset}`;
    const wanted = asList(texts[id]).map((text) => cutUtf8(text, iim.maxBytes).replace(/\s+$/, ''));
    expect([id, found.get(key)]).toEqual([id, wanted]);
  }
});

/** exiv2 -PIxnkv: tag number in hexadecimal, key, name, value; a value may run over several lines. */
function records(output: string): { key: string; value: string }[] {
  const rows: { key: string; value: string }[] = [];
  for (const line of output.split('\n')) {
    const head = /^0x([0-9a-f]{4}) Iptc\.(Envelope|Application2)\.\S+\s+\S+\s+(.*)$/.exec(line);
    if (head)
      rows.push({
        key: `${head[2] === 'Envelope' ? 1 : 2}:${Number.parseInt(head[1]!, 16)}`,
        value: head[3]!,
      });
    else if (rows.length > 0) rows[rows.length - 1]!.value += `\n${line}`;
  }
  return rows.map((row) => ({ ...row, value: row.value.replace(/\n$/, '') }));
}

test('libexiv2 reads the texts of Exif, in UTF-8, and the camera’s tags stay', async () => {
  const { file } = await writtenFile();
  const exif = run('exiv2', ['-q', '-PEkv', file]);
  expect(exif).toContain('© 2026 Åse Brandvik, all rights reserved');
  expect(exif).toContain('Åse Brandvik; 船田 一郎');
  expect(exif).toMatch(/Exif\.Photo\.DateTimeOriginal\s+2026:05:14 07:12:40/);
  expect(exif).toMatch(/Exif\.Image\.Model\s+Tindra K2/);
});

// exempi 2.6, the XMP toolkit's library; opened so that it does not reconcile with IIM and Exif.
test('the XMP toolkit’s library reads every value from XMP', async () => {
  const { file } = await writtenFile();
  const dump = execFileSync(compiled('xmp_tool'), ['dump', file], { encoding: 'utf8' });
  for (const id of fieldIds) {
    const { xmp } = field(id);
    if (!xmp || !(id in texts)) continue;
    const ns = namespaces[xmp.ns];
    for (const text of asList(texts[id])) {
      const value = id === 'rightsStatus' ? 'True' : text;
      const lines = dump
        .split(new RegExp(`^(?=${ns.replaceAll('.', '\\.')}\\t)`, 'm'))
        .filter((one) => one.startsWith(`${ns}\t`));
      expect([id, lines.some((one) => one.includes(`:${xmp.name}`) && one.includes(value))]).toEqual([
        id,
        true,
      ]);
    }
  }
});

// raptor 2 (rapper)
test('an RDF parser finds the packet sound and the triples as expected', async () => {
  const { after } = await writtenFile();
  const packet = Buffer.from(after).toString('utf8');
  const rdf = packet.slice(packet.indexOf('<rdf:RDF'), packet.indexOf('</rdf:RDF>') + '</rdf:RDF>'.length);
  const triples = run('rapper', [
    '-q',
    '-i',
    'rdfxml',
    '-o',
    'ntriples',
    inFile('packet.rdf', Buffer.from(rdf)),
    'http://x.test/',
  ]);
  expect(triples).toContain(`<${namespaces.photoshop}City> "Havnes"`);
  expect(triples).toContain('"https://tarnandtide.example/rights"');
  expect(triples).toMatch(/_2> "\\u8239\\u7530 \\u4E00\\u90CE"|_2> "船田 一郎"/);
});

// exifreader (npm)
test('a JavaScript reader finds creator, notice and keywords', async () => {
  const { after } = await writtenFile();
  const tags = ExifReader.load(Buffer.from(after), { expanded: true });
  expect(tags.xmp?.creator?.description).toContain('Åse Brandvik');
  expect(tags.iptc?.['By-line']).toBeDefined();
  expect(tags.iptc?.['Copyright Notice']?.description).toBe(asText(texts.copyrightNotice));
  expect(tags.exif?.Model?.description).toBe('Tindra K2');
});

// libvips and libjpeg-turbo
test('the picture decodes to the same pixels as before', async () => {
  const { before, after } = await writtenFile();
  const pixels = (bytes: Uint8Array) => sharp(Buffer.from(bytes)).raw().toBuffer();
  expect((await pixels(before)).equals(await pixels(after))).toBe(true);
  const decode = (name: string, bytes: Uint8Array) =>
    execFileSync('djpeg', [inFile(name, bytes)], { maxBuffer: 1 << 26 });
  expect(decode('a.jpg', before).equals(decode('b.jpg', after))).toBe(true);
});

// libexiv2's own table: names apart, the lengths and repeatability of IIM 4 (one lineage of the standard).
test('lengths and repeatability of the DataSets agree with libexiv2’s table', () => {
  const rows = new Map(
    execFileSync(compiled('iim_table'), { encoding: 'utf8' })
      .trim()
      .split('\n')
      .map((line) => {
        const [record, dataset, min, max, repeatable] = line.split(' ').map(Number);
        return [`${record}:${dataset}`, { min, max, repeatable: repeatable === 1 }];
      }),
  );
  const compared = allDataSets().filter((one) => rows.has(`${one.record}:${one.dataset}`));
  expect(compared.length).toBeGreaterThan(60);
  for (const one of compared) {
    const row = rows.get(`${one.record}:${one.dataset}`);
    expect([one.record, one.dataset, one.max, one.repeatable]).toEqual([
      one.record,
      one.dataset,
      row?.max,
      row?.repeatable,
    ]);
  }
});

test('the catalogue’s lengths are those of the DataSets', () => {
  for (const id of fieldIds) {
    const { iim } = field(id);
    if (!iim) continue;
    const row = allDataSets().find((one) => one.record === iim.record && one.dataset === iim.dataset);
    expect([id, iim.maxBytes, iim.repeatable]).toEqual([id, row?.max, row?.repeatable]);
  }
});
