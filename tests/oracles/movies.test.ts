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

const own = {
  title: 'Former title',
  artist: 'Ida Holm',
  copyright: '© 2026 Tarn & Tide',
  description: 'A ketch.',
  keywords: 'yard, ketch',
  date: '2026-03-04',
  location: '+59.9138+010.7522+012.000/',
};
const texted: Readonly<Record<string, readonly string[]>> = {
  'item-list.mp4': [],
  'item-list-in-front.mp4': ['-movflags', '+faststart'],
  'item-list.fragments.mp4': ['-movflags', 'frag_keyframe+empty_moov'],
  'keys.mp4': ['-movflags', 'use_metadata_tags'],
  'keys.mov': ['-movflags', 'use_metadata_tags+faststart'],
  'user-data.mov': [],
};
/** What ffprobe finds, by the name that fits the layout. */
function tagsOf(name: string, bytes: Uint8Array): Record<string, string> {
  const args = ['-v', 'error', '-show_entries', 'format_tags', '-of', 'json', inFile(name, bytes)];
  return JSON.parse(execFileSync('ffprobe', args, { encoding: 'utf8' })).format.tags;
}

test.each(Object.entries(texted))(
  '%s: texts of the movie itself are read, and follow a change',
  async (name, flags) => {
    const made = path.join(folder, name);
    const metadata = Object.entries(own).flatMap(([key, value]) => ['-metadata', `${key}=${value}`]);
    ffmpeg('-f', 'lavfi', '-i', 'testsrc=d=1:s=96x64', '-pix_fmt', 'yuv420p', ...metadata, ...flags, made);
    const before = new Uint8Array(readFileSync(made));
    const shown = tagsOf(name, before);
    expect(shown.title).toBe(own.title);
    const read = await valuesIn(before);
    expect(read).toMatchObject({ title: own.title, copyrightNotice: own.copyright });
    expect(read.creator).toEqual([own.artist]);

    const long = (
      await embedInMemory(before, {
        title: 'Another title, much longer than the former one',
        creator: ['Ida Holm', 'Jon Vik'],
      })
    ).file;
    expect(frames(name, long)).toBe(frames(name, before));
    const isFragmented = name.includes('fragments');
    // In front of fragments a text without room goes.
    expect(tagsOf(name, long).title).toBe(
      isFragmented ? undefined : 'Another title, much longer than the former one',
    );
    expect(tagsOf(name, long).copyright).toBe(shown.copyright);
    expect(Buffer.from(long).includes(own.title)).toBe(false);
    expect((await embedInMemory(long, { creator: ['Ida Holm', 'Jon Vik'] })).plan.unchanged).toBe(true);

    const short = (await embedInMemory(before, { title: 'New', copyrightNotice: null, keywords: ['ox'] }))
      .file;
    expect(frames(name, short)).toBe(frames(name, before));
    expect(tagsOf(name, short)).toMatchObject({ title: 'New' });
    expect(tagsOf(name, short).copyright).toBeUndefined();
    expect(tagsOf(name, short).keywords).toBe(shown.keywords && 'ox');
    for (const gone of [own.title, own.copyright.slice(2), own.keywords])
      expect(Buffer.from(short).includes(gone)).toBe(false);
    expect(await valuesIn(short)).toMatchObject({ title: 'New', keywords: ['ox'] });
  },
);

test('the place of a movie is read, and its text follows', async () => {
  const made = path.join(folder, 'place.mov');
  ffmpeg('-f', 'lavfi', '-i', 'testsrc=d=1:s=96x64', '-metadata', `location=${own.location}`, made);
  const before = new Uint8Array(readFileSync(made));
  expect(await valuesIn(before)).toMatchObject({
    gpsLatitude: '59.9138',
    gpsLongitude: '10.7522',
    gpsAltitude: '12',
  });
  const moved = (await embedInMemory(before, { gpsLatitude: '-3.5' })).file;
  expect(tagsOf('place.mov', moved).location).toBe('-03.5+010.7522+12/');
  const erased = (await embedInMemory(moved, { gpsLatitude: null, gpsLongitude: null, gpsAltitude: null }))
    .file;
  expect(tagsOf('place.mov', erased).location).toBeUndefined();
  expect(frames('place.mov', erased)).toBe(frames('place.mov', before));
});

test('texts of 3GPP are read, and follow', async () => {
  const made = path.join(folder, 'assets.3gp');
  const metadata = ['-metadata', `title=${own.title}`, '-metadata', `copyright=${own.copyright}`];
  ffmpeg('-f', 'lavfi', '-i', 'testsrc=d=1:s=176x144', '-c:v', 'h263', ...metadata, made);
  const before = new Uint8Array(readFileSync(made));
  expect(await valuesIn(before)).toMatchObject({ title: own.title, copyrightNotice: own.copyright });
  const after = (await embedInMemory(before, { title: 'Another title, longer than before' })).file;
  expect(await valuesIn(after)).toMatchObject({ title: 'Another title, longer than before' });
  expect(Buffer.from(after).includes(own.title)).toBe(false);
  expect(frames('assets.3gp', after)).toBe(frames('assets.3gp', before));
});
