import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { embedInMemory, valuesIn } from '../fixtures/embed';
import { compiled, inFile } from './tools';

/** Movies by ffmpeg: after every write it decodes the same frames, and the XMP toolkit's library finds the packet. */
const layouts: Readonly<Record<string, readonly string[]>> = {
  'index-behind.mp4': [],
  'index-in-front.mp4': ['-movflags', '+faststart'],
  'fragments.mp4': ['-movflags', 'frag_keyframe+empty_moov'],
  'index-behind.mov': [],
  'index-in-front.mov': ['-movflags', '+faststart'],
};
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'fabrica-movies-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-v', 'error', ...args], { encoding: 'utf8' });
const frames = (name: string, bytes: Uint8Array) => ffmpeg('-i', inFile(name, bytes), '-f', 'framemd5', '-');
const packet = (name: string, bytes: Uint8Array) =>
  execFileSync(compiled('xmp_tool'), ['dump', inFile(name, bytes)], { encoding: 'utf8' });

test('a sequence of AVIF decodes to the same frames, and libexiv2 finds the packet, again and again', async () => {
  const made = path.join(folder, 'sequence.avif');
  ffmpeg(
    '-f',
    'lavfi',
    '-i',
    'testsrc=d=0.4:s=96x64:r=10',
    '-pix_fmt',
    'yuv420p',
    '-c:v',
    'libaom-av1',
    '-cpu-used',
    '8',
    made,
  );
  const before = new Uint8Array(readFileSync(made));
  let file: Uint8Array = before;
  for (const city of ['Havnes', 'Pellvik', 'Kvalhavn']) {
    file = (await embedInMemory(file, { city })).file;
    expect(frames('sequence.avif', file)).toBe(frames('sequence.avif', before));
    const dump = execFileSync('exiv2', ['-PX', 'pr', inFile('sequence.avif', file)], { encoding: 'utf8' });
    expect(dump).toContain(city);
  }
  expect(Buffer.from(file).includes('Pellvik')).toBe(false);
});

test.each(Object.entries(layouts))(
  '%s: frames stay, the packet is found, longer and shorter',
  async (name, flags) => {
    const made = path.join(folder, name);
    ffmpeg('-f', 'lavfi', '-i', 'testsrc=d=1:s=96x64', '-pix_fmt', 'yuv420p', ...flags, made);
    const before = new Uint8Array(readFileSync(made));
    const first = (await embedInMemory(before, { city: 'Havnes' })).file;
    const long = (await embedInMemory(first, { description: 'A ketch on the slip. '.repeat(400).trim() }))
      .file;
    const short = (await embedInMemory(long, { description: 'Short.', city: 'Pellvik' })).file;
    for (const file of [first, long, short]) expect(frames(name, file)).toBe(frames(name, before));
    expect(packet(name, first)).toContain('Havnes');
    expect(packet(name, short)).toContain('Pellvik');
    expect(packet(name, short)).not.toContain('Havnes');
    expect((await embedInMemory(short, { city: 'Pellvik' })).plan.unchanged).toBe(true);
    const erased = (await embedInMemory(short, { city: null, description: null })).file;
    expect((await valuesIn(erased)).city).toBeUndefined();
    expect(Buffer.from(erased).includes('Pellvik')).toBe(false);
    expect(Buffer.from(erased).includes('A ketch')).toBe(false);
  },
);
