import fc from 'fast-check';
import { memorySource } from '@/core/bytes/source';
import type { EmbedPlan } from '@/core/embed/planEmbed';
import { verifyWritten } from '@/server/files/verifyWritten';
import { propertyRuns } from '../fixtures/budget';
import { jpegWith, xmpPacket, xmpSegment } from '../fixtures/build';
import { embedInMemory, type WantedValues } from '../fixtures/embed';
import { allSamples } from '../fixtures/formats';

/** The second reader (ExifReader, npm) reads what our core wrote, format by format; a broken writer is caught by it. */
const written = (bytes: Uint8Array, values: object) => embedInMemory(bytes, values as WantedValues);

const values = {
  creator: ['Åse Brandvik', 'Ivo & Sons <Brandt>'],
  copyrightNotice: '© 2026 Åse Brandvik, all rights reserved',
  description: 'Two lines\nof a “caption” – 100 % & more.\n\nAune Pell',
  keywords: ['ketch', 'båt', 'a, b'],
  city: 'Havnes',
  contactEmail: 'aune@pell.example',
  webStatement: 'https://tarnandtide.example/rights?a=1&b=2',
  altText: 'A hull.',
};

let samples: Awaited<ReturnType<typeof allSamples>>;
beforeAll(async () => {
  samples = await allSamples();
});

test('every format that we write is read by it, and each field that it can compare agrees', async () => {
  const told: Record<string, string> = {};
  for (const { name, bytes } of samples) {
    const { plan, file } = await written(bytes, values);
    if (plan.unchanged || plan.refused) continue;
    const { compared, changed } = await verifyWritten(memorySource(file), plan, name);
    told[name] = `${compared} of ${changed}`;
  }
  expect(told).toMatchInlineSnapshot(`
{
  "alpha.avif": "8 of 8",
  "alpha.heic": "8 of 8",
  "alpha.webp": "8 of 8",
  "animated.gif": "8 of 8",
  "animated.webp": "8 of 8",
  "bare.jxl": "8 of 8",
  "big-endian.tif": "8 of 8",
  "bigtiff-be.tif": "8 of 8",
  "bigtiff.tif": "8 of 8",
  "boxed.jxl": "8 of 8",
  "camera.dng": "8 of 8",
  "exif.avif": "8 of 8",
  "exif.png": "8 of 8",
  "exif.webp": "8 of 8",
  "fragments.mp4": "8 of 8",
  "interlaced.png": "8 of 8",
  "jpeg.jxl": "7 of 7",
  "large.psb": "8 of 8",
  "layers.psd": "8 of 8",
  "lossless.webp": "8 of 8",
  "lossy.webp": "8 of 8",
  "pages.tif": "8 of 8",
  "plain.avif": "8 of 8",
  "plain.gif": "8 of 8",
  "plain.heic": "8 of 8",
  "plain.jpg": "8 of 8",
  "plain.mp4": "8 of 8",
  "plain.png": "8 of 8",
  "sequence.avif": "8 of 8",
  "strips.tif": "8 of 8",
  "texts.mp4": "8 of 8",
  "thumb.heic": "8 of 8",
  "tiled.tif": "8 of 8",
  "user-data.mov": "8 of 8",
}
`);
});

test('a writer that is wrong in the same way as our own reader is caught', async () => {
  const { name, bytes } = samples.find((one) => one.name === 'plain.jpg')!;
  const { plan, file } = await written(bytes, { city: 'Havnes' });
  const reading = plan.after.fields.city!;
  const wrong: EmbedPlan = {
    ...plan,
    after: { ...plan.after, fields: { ...plan.after.fields, city: { ...reading, value: 'Pellvik' } } },
  };
  await expect(verifyWritten(memorySource(file), wrong, name)).rejects.toMatchObject({
    problem: { code: 'second-reader-differs', part: 'city', found: 'Havnes' },
  });
});

test('what should be gone and is still there is caught', async () => {
  const { name, bytes } = samples.find((one) => one.name === 'plain.jpg')!;
  const { file } = await written(bytes, { city: 'Havnes' });
  const { plan, file: done } = await written(file, { headline: 'Launch' });
  const { city: _, ...fields } = plan.after.fields;
  await expect(
    verifyWritten(memorySource(done), { ...plan, after: { ...plan.after, fields } }, name),
  ).rejects.toMatchObject({ problem: { code: 'second-reader-differs', part: 'city' } });
});

test('a property of another namespace that is called alike stops no write', async () => {
  const packet = xmpPacket(
    '<photoshop:City>Havnes</photoshop:City><y:City>Oslo</y:City>',
    'xmlns:y="http://other.example/ns/"',
  );
  const bytes = jpegWith([xmpSegment(packet)]);
  const { plan, file } = await written(bytes, { city: 'Pellvik', headline: 'Launch' });
  expect(await verifyWritten(memorySource(file), plan, 'a.jpg')).toMatchObject({ changed: 2 });
});

const text = fc.oneof(
  fc.string({ maxLength: 40 }),
  fc.string({ unit: 'grapheme', maxLength: 40 }),
  fc.constantFrom(
    '&amp;',
    '<b>',
    ']]>',
    '1.50',
    'true',
    '  two  blanks ',
    'a\nb',
    'Ⅷ',
    '"quoted"',
    '0',
    '2026-05-14',
  ),
);

test('whatever is written, it never calls a sound file wrong', async () => {
  const jpegs = samples.filter((one) =>
    ['plain.jpg', 'strips.tif', 'exif.png', 'lossy.webp'].includes(one.name),
  );
  await fc.assert(
    fc.asyncProperty(
      fc.record(
        {
          description: text,
          headline: text,
          city: text,
          creator: fc.array(text, { maxLength: 3 }),
          keywords: fc.array(text, { maxLength: 3 }),
          webStatement: text,
          contactWeb: text,
          copyrightNotice: text,
        },
        { requiredKeys: [] },
      ),
      fc.nat(jpegs.length - 1),
      async (wanted, at) => {
        const { name, bytes } = jpegs[at]!;
        let made: Awaited<ReturnType<typeof written>>;
        try {
          made = await written(bytes, wanted);
        } catch {
          return;
        }
        if (made.plan.unchanged || made.plan.refused) return;
        await verifyWritten(memorySource(made.file), made.plan, name);
      },
    ),
    propertyRuns(100),
  );
}, 120_000);
