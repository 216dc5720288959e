import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { initSync, WasmBuilder } from '@contentauth/c2pa-wasm';
import { memorySource } from '@/core/bytes/source';
import { openContainer } from '@/core/containers/registry';
import { readProvenance } from '@/core/provenance/provenance';
import { readPicture } from '@/core/readout/readPicture';
import { embedInMemory } from '../fixtures/embed';
import { allSamples } from '../fixtures/formats';

/**
 * Files signed by the C2PA library (c2pa-rs in WebAssembly): what we read of the claim, and the digests that we make again. The
 * signature itself is empty, for who signed is not checked.
 */
let samples: Map<string, Uint8Array>;
beforeAll(async () => {
  samples = new Map((await allSamples()).map(({ name, bytes }) => [name, bytes]));
  Object.assign(globalThis, { FileReaderSync: Reader, Blob: MemoryBlob });
  initSync({ module: readFileSync(createRequire(__filename).resolve('@contentauth/c2pa-wasm/c2pa.wasm')) });
});

/** As the library asks a browser's worker for bytes. */
class MemoryBlob {
  readonly size: number;
  readonly type = '';
  constructor(readonly bytes: Uint8Array) {
    this.size = bytes.length;
  }
  slice(from = 0, to = this.size) {
    return new MemoryBlob(this.bytes.subarray(Number(from), Number(to)));
  }
}
class Reader {
  readAsArrayBuffer({ bytes }: MemoryBlob) {
    return new Uint8Array(bytes).buffer;
  }
}

const SIGNATURE_BYTES = 4000;
async function signed(file: Uint8Array, format: string): Promise<Uint8Array> {
  const builder = WasmBuilder.fromJson(
    JSON.stringify({
      title: 'kt41-01',
      format,
      claim_generator_info: [{ name: 'Tindra', version: '2.1' }],
      assertions: [{ label: 'c2pa.actions.v2', data: { actions: [{ action: 'c2pa.created' }] } }],
    }),
    JSON.stringify({ verify: { verify_after_sign: false, verify_trust: false } }),
  );
  const sign = async () => new Uint8Array(SIGNATURE_BYTES);
  const signer = { reserveSize: SIGNATURE_BYTES, alg: 'es256', sign };
  return builder.sign(signer as never, format, new MemoryBlob(file) as never);
}

async function claimsOf(file: Uint8Array) {
  const source = memorySource(file);
  return readProvenance(await openContainer(source), source);
}

const formats: Readonly<Record<string, string>> = {
  'plain.jpg': 'image/jpeg',
  'plain.png': 'image/png',
  'exif.png': 'image/png',
  'strips.tif': 'image/tiff',
  'big-endian.tif': 'image/tiff',
  'lossy.webp': 'image/webp',
  'alpha.webp': 'image/webp',
  'plain.heic': 'image/heic',
  'plain.avif': 'image/avif',
  'exif.avif': 'image/avif',
  'sequence.avif': 'image/avif',
  'boxed.jxl': 'image/jxl',
  'plain.mp4': 'video/mp4',
  'texts.mp4': 'video/mp4',
};

test.each(Object.entries(formats))('%s: the claim is read, and both digests match', async (name, format) => {
  const file = await signed(samples.get(name)!, format);
  expect(await claimsOf(file)).toMatchObject({
    manifests: 1,
    generator: 'Tindra 2.1',
    actions: [{ action: 'c2pa.created' }],
    statements: 'match',
    file: 'matches',
  });
});

test.each(Object.entries(formats))('%s: another bit of the picture is found', async (name, format) => {
  const file = await signed(samples.get(name)!, format);
  const container = await openContainer(memorySource(file));
  const [first] = await container.pictureRanges(memorySource(file));
  file[first!.end - 1]! ^= 1;
  expect(await claimsOf(file)).toMatchObject({ statements: 'match', file: 'differs' });
});

test.each(Object.entries(formats))(
  '%s: a write tells of the signature, and leaves the store as it is',
  async (name, format) => {
    const file = await signed(samples.get(name)!, format);
    const { picture } = await readPicture(memorySource(file));
    expect(picture.record.problems.map(({ code }) => code)).toContain('provenance-signed');
    const { file: written } = await embedInMemory(file, { city: 'Havnes' }, { breakProvenance: true });
    expect(await claimsOf(written)).toMatchObject({
      generator: 'Tindra 2.1',
      statements: 'match',
      file: 'differs',
    });
  },
);
