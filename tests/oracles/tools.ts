import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { embedInMemory, type WantedValues } from '../fixtures/embed';

/** Independent programs that read what Fabrica wrote, and write what it reads. Missing ones fail. */
const programs = path.join(__dirname, 'programs');
const built = path.resolve(__dirname, '../../node_modules/.cache/fabrica-oracles');

/** Compiles a program once for all runs; its name holds the digest of its source. */
function compiledOnce(source: string, compile: (from: string, to: string) => void): string {
  const from = path.join(programs, source);
  const target = path.join(
    built,
    `${source}-${createHash('sha256').update(readFileSync(from)).digest('hex')}`,
  );
  if (existsSync(target)) return target;
  mkdirSync(built, { recursive: true });
  const part = `${target}.${process.pid}`;
  compile(from, part);
  renameSync(part, target);
  return target;
}

export function compiled(name: 'iim_table' | 'xmp_table' | 'xmp_tool'): string {
  const [compiler, source, library] =
    name !== 'xmp_tool' ? ['g++', `${name}.cpp`, 'exiv2'] : ['gcc', `${name}.c`, 'exempi-2.0'];
  return compiledOnce(source!, (from, to) => {
    const flags = execFileSync('pkg-config', ['--cflags', '--libs', library!], { encoding: 'utf8' });
    execFileSync(compiler!, ['-w', from, '-o', to, ...flags.trim().split(/\s+/)]);
  });
}

const jars = ['metadata-extractor', 'xmpcore'].map((one) => `/usr/share/java/${one}.jar`).join(':');

/** Everything that metadata-extractor finds in files, one dump a file. */
export function readByMetadataExtractor(file: string): string {
  const classes = compiledOnce('ReadAll.java', (from, to) => {
    execFileSync('javac', ['-cp', jars, '-d', to, from]);
  });
  return execFileSync('java', ['-cp', `${jars}:${classes}`, 'ReadAll', file], {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
    stdio: ['ignore', 'pipe', 'ignore'],
  });
}

/** Runs a program and looks at its error stream too: some exit with 0 although they failed. */
export function run(program: string, args: readonly string[]): string {
  const done = spawnSync(program, args, { encoding: 'utf8', maxBuffer: 1 << 26 });
  if (done.error) throw done.error;
  const complaints = done.stderr.split('\n').filter((line) => /error|fail|cannot/i.test(line));
  if (done.status !== 0 || complaints.length > 0)
    throw new Error(`${program} ended with ${done.status}: ${done.stderr}`);
  return done.stdout;
}

const workFolder = mkdtempSync(path.join(tmpdir(), 'fabrica-oracle-'));
afterAll(() => {
  rmSync(workFolder, { recursive: true, force: true });
});

export function inFile(name: string, bytes: Uint8Array): string {
  const file = path.join(workFolder, name);
  writeFileSync(file, bytes);
  return file;
}

export function fileBytes(file: string): Uint8Array {
  return new Uint8Array(readFileSync(file));
}

/** A real JPEG with camera Exif, made by libvips. */
export async function cameraJpeg(): Promise<Uint8Array> {
  const noise = Buffer.from(Array.from({ length: 320 * 200 * 3 }, (_, i) => (i * 7919) % 256));
  const made = await sharp(noise, { raw: { width: 320, height: 200, channels: 3 } })
    .jpeg({ quality: 90 })
    .withExif({
      IFD0: { Make: 'Tindra', Model: 'Tindra K2', ImageDescription: 'camera text' },
      IFD2: { DateTimeOriginal: '2026:05:14 07:12:40', OffsetTimeOriginal: '+02:00' },
    })
    .toBuffer();
  return new Uint8Array(made);
}

/** Accents, signs, CJK, emoji and lengths beyond IIM's. */
export const texts: WantedValues = {
  creator: ['Åse Brandvik', '船田 一郎'],
  jobTitle: 'Photographe à bord',
  copyrightNotice: '© 2026 Åse Brandvik, all rights reserved',
  rightsStatus: 'in-copyright',
  usageTerms: 'No use without written permission. ÆØÅ',
  webStatement: 'https://tarnandtide.example/rights',
  contactEmail: 'desk@tarnandtide.example',
  contactPhone: '+47 555 01 77',
  creditLine: 'Tarn & Tide <Yard>',
  source: 'Tarn & Tide archive',
  headline: 'The ketch “Marena” takes the water 🎉',
  title: 'kt26-0415',
  description:
    `Two shipwrights bend the first plank.\nSecond line with 船 and 😀.\n${'A long caption goes on. '.repeat(110)}`.trim(),
  keywords: ['ketch', 'båt', '船', 'launch 🎉', 'k'.repeat(70)],
  instructions: 'Not before “14 May” & only <once>.',
  city: 'Havnes',
  sublocation: 'Slipway 2, Pellvik yard',
  state: 'Ytterland',
  country: 'Norway',
  countryCode: 'NOR',
  descriptionWriter: 'Åse',
  copyrightOwner: ['Tarn & Tide'],
  dateCreated: '2026-05-14T07:12:40+02:00',
};

let written: Promise<{ before: Uint8Array; after: Uint8Array; file: string }> | undefined;
export function writtenFile(): Promise<{ before: Uint8Array; after: Uint8Array; file: string }> {
  written ??= (async () => {
    const before = await cameraJpeg();
    const { file: after, plan } = await embedInMemory(before, texts);
    if (plan.refused) throw new Error(plan.refused.code);
    return { before, after, file: inFile('written.jpg', after) };
  })();
  return written;
}
