import fc from 'fast-check';
import { concat } from '@/core/bytes/bytes';
import { memorySource } from '@/core/bytes/source';
import { openContainer } from '@/core/containers/registry';
import { planEmbed } from '@/core/embed/planEmbed';
import { propertyRuns } from '../fixtures/budget';
import {
  dataSet,
  exifSegment,
  iimResources,
  jpegWith,
  photoshopSegment,
  tiffWith,
  UTF8_MARK,
  xmpPacket,
  xmpSegment,
} from '../fixtures/build';
import { carryOut } from '../fixtures/embed';
import { survive } from '../fixtures/survives';

const good = jpegWith([
  exifSegment(
    tiffWith(
      'little',
      [
        { tag: 0x013b, text: 'Aune Pell' },
        { tag: 0x010e, text: 'x' },
      ],
      '2026:05:14 07:12:40',
    ),
  ),
  xmpSegment(
    xmpPacket(
      '<dc:creator><rdf:Seq><rdf:li>A</rdf:li></rdf:Seq></dc:creator><photoshop:City>B</photoshop:City>',
    ),
  ),
  photoshopSegment(
    iimResources(concat([UTF8_MARK, dataSet(2, 80, 'A'), dataSet(2, 25, 'k'), dataSet(2, 120, 'caption')])),
  ),
]);
const sourceOf = (file: Uint8Array) => memorySource(file);

const survives = async (file: Uint8Array): Promise<void> => {
  await survive(file);
};

test('every cut gives a value or a typed error', async () => {
  for (let cut = 0; cut < good.length; cut++) await survives(good.subarray(0, cut));
});

/** One bit of each byte, or all with `npm run fuzz:properties`. */
test('a flipped bit of any byte gives a value, a typed error or a problem', async () => {
  const isEveryBit = propertyRuns(1).numRuns > 1;
  for (let at = 0; at < good.length * 8; at += isEveryBit ? 1 : 9) {
    const file = good.slice();
    file[at >> 3]! ^= 1 << (at & 7);
    await survives(file);
  }
});

test('any bytes written over any place', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.nat(good.length - 1),
      fc.uint8Array({ minLength: 1, maxLength: 12 }),
      async (at, bytes) => {
        const file = good.slice();
        file.set(bytes.subarray(0, file.length - at), at);
        await survives(file);
      },
    ),
    propertyRuns(150),
  );
});

test('any bytes at all', async () => {
  await fc.assert(
    fc.asyncProperty(fc.uint8Array({ maxLength: 200 }), async (bytes) =>
      survives(concat([new Uint8Array([0xff, 0xd8, 0xff]), bytes])),
    ),
  );
});

test('asking for nothing plans the very same bytes, whatever stands in the file', async () => {
  const part = fc.oneof(
    fc
      .uint8Array({ maxLength: 40 })
      .map((noise) => exifSegment(concat([tiffWith('big', [{ tag: 0x010e, text: 'x' }]), noise]))),
    fc
      .string({ maxLength: 20 })
      .map((text) =>
        xmpSegment(xmpPacket(`<photoshop:City>${text.replace(/[^a-z]/g, '')}</photoshop:City>`)),
      ),
    fc
      .uint8Array({ maxLength: 40 })
      .map((noise) => photoshopSegment(concat([iimResources(dataSet(2, 90, noise)), noise]))),
    fc.uint8Array({ maxLength: 40 }).map((noise) => photoshopSegment(noise)),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(part, { maxLength: 5 }), async (parts) => {
      const file = jpegWith(parts);
      const plan = planEmbed(await openContainer(sourceOf(file)), new Map());
      expect(plan.unchanged).toBe(true);
      expect(carryOut(file, plan)).toEqual(file);
    }),
  );
});
