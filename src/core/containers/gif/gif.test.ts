import sharp from 'sharp';
import { xmpPacket } from '../../../../tests/fixtures/build';
import { embedInMemory, valuesIn } from '../../../../tests/fixtures/embed';
import { ascii, concat, indexOfBytes } from '../../bytes/bytes';
import { memorySource } from '../../bytes/source';
import { encodeUtf8 } from '../../bytes/text';
import { openContainer } from '../registry';

let plain: Uint8Array;
beforeAll(async () => {
  const drawn = sharp({ create: { width: 8, height: 6, channels: 3, background: '#456' } });
  plain = new Uint8Array(await drawn.gif().toBuffer());
});
const screenEnd = (file: Uint8Array) => 13 + 3 * 2 ** ((file[10]! & 7) + 1);
const withBlocks = (file: Uint8Array, ...blocks: readonly Uint8Array[]) =>
  concat([file.subarray(0, screenEnd(file)), ...blocks, file.subarray(screenEnd(file))]);
const subBlocks = (data: Uint8Array) => {
  const parts: Uint8Array[] = [];
  for (let at = 0; at < data.length; at += 255) {
    const part = data.subarray(at, at + 255);
    parts.push(new Uint8Array([part.length]), part);
  }
  return concat([...parts, new Uint8Array([0])]);
};
const comment = (text: string) => concat([new Uint8Array([0x21, 0xfe]), subBlocks(ascii(text))]);
const application = (name: string, data: Uint8Array) =>
  concat([new Uint8Array([0x21, 0xff, 11]), ascii(name), subBlocks(data)]);
const holds = (file: Uint8Array, text: string) => indexOfBytes(file, ascii(text)) !== -1;

test('a file of version 87a becomes one of 89a when it gets an extension', async () => {
  const old = plain.slice();
  old.set(ascii('GIF87a'));
  const { file } = await embedInMemory(old, { city: 'Havnes' });
  expect(String.fromCharCode(...file.subarray(0, 6))).toBe('GIF89a');
  expect(await valuesIn(file)).toMatchObject({ city: 'Havnes' });
});

// Some writers cut the packet into sub-blocks of 255 octets.
test('a packet in sub-blocks is read, and gone after a change', async () => {
  const packet = encodeUtf8(xmpPacket(`<photoshop:City>Havnes</photoshop:City>${' '.repeat(600)}`));
  const file = withBlocks(plain, application('XMP DataXMP', packet));
  expect(await valuesIn(file)).toMatchObject({ city: 'Havnes' });
  const { file: after } = await embedInMemory(file, { city: 'Pellvik' });
  expect([await valuesIn(after), holds(after, 'Havnes')]).toMatchObject([{ city: 'Pellvik' }, false]);
});

test('comments and extensions of applications stay, and are no part of a bare picture', async () => {
  const file = withBlocks(plain, comment('drawn by hand'), application('TINDRA  1.0', ascii('settings')));
  const { file: after } = await embedInMemory(file, { city: 'Havnes' });
  expect([holds(after, 'drawn by hand'), holds(after, 'settings')]).toEqual([true, true]);
  const bare = (await openContainer(memorySource(after))).bare()!;
  const left = concat(
    bare.map((one) => (one.kind === 'copy' ? after.subarray(one.start, one.end) : one.bytes)),
  );
  expect(['drawn by hand', 'settings', 'Havnes'].filter((text) => holds(left, text))).toEqual([]);
  expect(await sharp(left).raw().toBuffer()).toEqual(await sharp(plain).raw().toBuffer());
});

test('what follows the trailer is kept and reported', async () => {
  const file = concat([plain, ascii('more')]);
  expect((await openContainer(memorySource(file))).problems).toMatchObject([
    { code: 'structure-broken', severity: 'info' },
  ]);
  const { file: after } = await embedInMemory(file, { city: 'Havnes' });
  expect(Buffer.from(after.subarray(-4)).toString()).toBe('more');
});

test('a file with more packets than are read is not written: none of them is lost', async () => {
  const packet = (n: number) => encodeUtf8(xmpPacket(`<photoshop:City>City ${n}</photoshop:City>`));
  const many = Array.from({ length: 12 }, (_, n) => application('XMP DataXMP', packet(n)));
  const { plan } = await embedInMemory(withBlocks(plain, ...many), { city: 'Pellvik' });
  expect(plan.refused).toBeDefined();
});

test('a comment is read as the description and follows it, unless a program describes itself there', async () => {
  const file = withBlocks(plain, comment('Created with a program'), comment('A ketch on the slip'));
  expect(await valuesIn(file)).toMatchObject({ description: 'A ketch on the slip' });
  const long = `A sloop, ${'white, '.repeat(60)}at the quay`;
  const { file: after } = await embedInMemory(file, { description: long });
  expect(await valuesIn(after)).toMatchObject({ description: long });
  expect([holds(after, 'Created with'), holds(after, 'A ketch')]).toEqual([true, false]);
  expect((await embedInMemory(after, { description: long })).plan.unchanged).toBe(true);
  const { file: erased } = await embedInMemory(after, { description: null });
  expect([await valuesIn(erased), holds(erased, 'sloop')]).toMatchObject([{}, false]);
});
