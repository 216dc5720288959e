import sharp from 'sharp';
import { memorySource } from '@/core/bytes/source';
import { compareReports } from '@/core/readout/compare';
import { reportOn } from '@/core/readout/report';
import { embedInMemory } from '../fixtures/embed';

/** The file that was sent and the one that came back: what was kept, changed, stripped, added, by field and by record. */
const values = {
  creator: ['Aune Pell'],
  copyrightNotice: '© 2026 Aune Pell',
  keywords: ['ketch', 'plank'],
  city: 'Havnes',
} as const;
const reported = (bytes: Uint8Array, name = 'a.jpg') =>
  reportOn(memorySource(bytes), name, { withIdentity: true });

let sent: Uint8Array;
beforeAll(async () => {
  const noise = { type: 'gaussian' as const, mean: 120, sigma: 40 };
  const drawn = await sharp({ create: { width: 120, height: 80, channels: 3, background: '#888', noise } })
    .jpeg()
    .toBuffer();
  sent = (await embedInMemory(drawn, values)).file;
});
const fates = async (back: Uint8Array, name?: string) => {
  const { fields, records, picture, sizes } = compareReports(
    await reported(sent),
    await reported(back, name),
  );
  return {
    fields: Object.fromEntries(fields.map((one) => [one.field, one.fate])),
    records: Object.fromEntries(records.map((one) => [one.record, one.fate])),
    lost: Object.fromEntries(fields.map((one) => [one.field, one.lostIn])),
    picture,
    sizes,
  };
};

test('the same file: nothing became of it', async () => {
  const { fields, records, picture } = await fates(sent);
  expect(new Set(Object.values(fields))).toEqual(new Set(['same']));
  expect(records).toEqual({ iim: 'same', xmp: 'same', exif: 'same', resources: 'same' });
  expect(picture).toBe('same');
});

test('other words, and the picture data as it was', async () => {
  const { file } = await embedInMemory(sent, { city: 'Pellvik', keywords: null, headline: 'Launch' });
  expect(await fates(file)).toMatchObject({
    fields: { city: 'changed', keywords: 'stripped', headline: 'added', creator: 'same' },
    picture: 'same',
  });
});

test('everything stripped and made smaller, as libvips does it', async () => {
  const back = await sharp(sent).resize(60).jpeg().toBuffer();
  expect(await fates(back)).toMatchObject({
    fields: { creator: 'stripped', city: 'stripped' },
    records: { iim: 'stripped', xmp: 'stripped' },
    picture: 'resized',
    sizes: ['120 × 80', '60 × 40'],
  });
});

test('encoded anew in the same size', async () => {
  expect((await fates(await sharp(sent).jpeg({ quality: 40 }).toBuffer())).picture).toBe('encoded-again');
});

test('another format', async () => {
  expect((await fates(await sharp(sent).png().toBuffer(), 'a.png')).picture).toBe('other-format');
});

test('one record gone: the field is still told, and it is said where not any more', async () => {
  // XMP alone, as libvips keeps it.
  const xmp = (await sharp(sent).metadata()).xmp!;
  const back = await sharp(sent).withXmp(xmp.toString('utf8')).jpeg().toBuffer();
  const { fields, records, lost } = await fates(back);
  expect(fields.creator).toBe('same');
  expect(records).toMatchObject({ iim: 'stripped', xmp: 'same' });
  expect(lost.creator).toContain('iim');
});
