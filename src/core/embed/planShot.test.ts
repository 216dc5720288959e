import { jpegWith, tiffWith, xmpPacket, xmpSegment } from '../../../tests/fixtures/build';
import { rawSample } from '../../../tests/fixtures/formats';
import { memorySource } from '../bytes/source';
import { encodeUtf8 } from '../bytes/text';
import { openContainer } from '../containers/registry';
import { planShot, type ShotFiles } from './planShot';

const open = (bytes: Uint8Array, name: string) => openContainer(memorySource(bytes), name);
const packet = (city: string) => xmpPacket(`<photoshop:City>${city}</photoshop:City>`);
const wanted = new Map([['headline', 'Launch']] as const);

async function files(parts: { city?: string; sidecar?: string; raw?: boolean }): Promise<ShotFiles> {
  return {
    main: await open(jpegWith(parts.city ? [xmpSegment(packet(parts.city))] : []), 'a.jpg'),
    ...(parts.raw ? { raw: await open((await rawSample(false)).bytes, 'a.nef') } : {}),
    ...(parts.sidecar ? { sidecar: await open(encodeUtf8(packet(parts.sidecar)), 'a.xmp') } : {}),
  };
}

test('the picture and a new sidecar are written, the raw file is not', async () => {
  const plan = await planShot(await files({ raw: true }), wanted);
  expect(plan.parts.map((part) => [part.role, part.isNew])).toEqual([
    ['main', false],
    ['sidecar', true],
  ]);
});

test('the picture speaks first, then the sidecar; a difference is told on the field', async () => {
  const { before } = await planShot(
    await files({ city: 'Havnes', sidecar: 'Pellvik', raw: true }),
    new Map(),
  );
  expect(before.fields.city).toMatchObject({ value: 'Havnes', origin: 'xmp', agrees: false });
  expect(before.problems).toMatchObject([{ code: 'twins-disagree', part: 'city' }]);
  const silent = await planShot(await files({ sidecar: 'Pellvik', raw: true }), new Map());
  expect(silent.before.fields.city).toMatchObject({ value: 'Pellvik', origin: 'sidecar', agrees: true });
});

test('what all files say already plans nothing, and a sidecar is not made for nothing', async () => {
  const nothing = await planShot(await files({ raw: true }), new Map());
  expect(nothing).toMatchObject({ parts: [], unchanged: true });
  const same = await planShot(
    await files({ city: 'Havnes', sidecar: 'Havnes' }),
    new Map([['country', null]] as const),
  );
  expect(same.unchanged).toBe(true);
});

test('one refusal stops the whole photo', async () => {
  const broken = {
    ...(await files({ raw: true })),
    main: await open(jpegWith([xmpSegment('<x:xmpmeta')]), 'a.jpg'),
  };
  const plan = await planShot(broken, wanted);
  expect(plan.refused?.code).toBe('block-unreadable');
});

test('a sidecar in UTF-16 is read and kept up', async () => {
  const utf16 = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(packet('Ålesund'), 'utf16le')]);
  const plan = await planShot(
    { main: await open(tiffWith('big', []), 'a.nef'), sidecar: await open(utf16, 'a.xmp') },
    wanted,
  );
  expect(plan.after.fields).toMatchObject({ city: { value: 'Ålesund' }, headline: { value: 'Launch' } });
});

test('contradictions are told of what comes out, not of what stood there', async () => {
  const open2024 = xmpPacket(
    '<dc:rights><rdf:Alt><rdf:li xml:lang="x-default">© 2024 A</rdf:li></rdf:Alt></dc:rights><photoshop:DateCreated>2026-05-14</photoshop:DateCreated>',
  );
  const main = await open(jpegWith([xmpSegment(open2024)]), 'a.jpg');
  const codes = async (notice: string) =>
    (
      await planShot(
        { main },
        new Map([
          ['copyrightNotice', notice],
          ['rightsStatus', 'in-copyright'],
        ] as const),
      )
    ).problems.map((one) => one.code);
  expect(await codes('© 2026 A')).toEqual([]);
  expect(await codes('© 2020 A')).toEqual(['year-before-taken']);
});
