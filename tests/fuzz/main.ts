import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { concat } from '@/core/bytes/bytes';
import { embedInMemory } from '../fixtures/embed';
import { allSamples, rawSample, type Sample } from '../fixtures/formats';
import { inSegments, signedFile } from '../fixtures/provenance';
import { survive } from '../fixtures/survives';
import { surviveOverHttp } from './overHttp';

/**
 * npm run fuzz -- --minutes N [--seed S] [--resume FILE] [--address URL]: mutates good files of every format until the time is
 * over, and reads, plans, writes and reads back each of them; with an address through the HTTP interface of a running Fabrica.
 * What does not come out as a value, a typed error or a problem is kept in a folder, and ends the run with 1. With
 * `--resume` the state of the generator and the counts are kept in a file, and the next run goes on from there.
 */
const { values } = parseArgs({
  options: {
    minutes: { type: 'string', default: '1' },
    seed: { type: 'string', default: '1' },
    resume: { type: 'string' },
    address: { type: 'string' },
  },
});
const until = Date.now() + Number(values.minutes) * 60_000;
const before = values.resume ? keptState(values.resume) : undefined;
let state = before?.state ?? Number(values.seed) >>> 0;

interface Kept {
  readonly state: number;
  readonly fates: Readonly<Record<string, number>>;
  readonly failed: number;
}

function keptState(file: string): Kept | undefined {
  return existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Kept) : undefined;
}

/** A whole number below `limit`, the same for the same seed (a linear congruential generator). */
function below(limit: number): number {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return Math.floor((state / 2 ** 32) * limit);
}

const INTERESTING = [0, 1, 0x7f, 0x80, 0xff];

function mutated(file: Uint8Array): Uint8Array {
  let bytes = file.slice();
  for (let n = 1 + below(4); n > 0; n--) {
    const at = below(3) === 0 ? below(bytes.length) : below(Math.min(2000, bytes.length));
    const length = 1 + below(16);
    switch (below(6)) {
      case 0:
        bytes[at]! ^= 1 << below(8);
        break;
      case 1:
        bytes.fill(INTERESTING[below(INTERESTING.length)]!, at, at + length);
        break;
      case 2:
        bytes = bytes.slice(0, Math.max(1, bytes.length - below(200)));
        break;
      case 3:
        bytes = Uint8Array.from([...bytes.subarray(0, at), ...bytes.subarray(at + length)]);
        break;
      case 4:
        bytes.copyWithin(at, below(bytes.length), below(bytes.length));
        break;
      default:
        for (let i = 0; i < length && at + i < bytes.length; i++) bytes[at + i] = below(256);
    }
    if (bytes.length === 0) return new Uint8Array(1);
  }
  return bytes;
}

async function main(): Promise<number> {
  const written = { city: 'Havnes', keywords: ['ketch', 'båt'], headline: 'Launch', creator: ['Aune Pell'] };
  const samples: Sample[] = [await rawSample(false)];
  for (const one of await allSamples())
    samples.push({ name: one.name, bytes: (await embedInMemory(one.bytes, written)).file }, one);
  const plain = samples.find(({ name }) => name === 'plain.jpg')!;
  samples.push({ name: 'signed.jpg', bytes: signedFile(plain.bytes, 2, inSegments(400)) });
  samples.push({
    name: 'embedded.raf',
    bytes: concat([new Uint8Array(200).fill(7), plain.bytes, plain.bytes]),
  });
  const fates: Record<string, number> = { ...before?.fates };
  const kept = path.join(tmpdir(), 'fabrica-fuzz');
  let failed = before?.failed ?? 0;
  const failedBefore = failed;
  let savedAt = Date.now();
  const tried = values.address ? surviveOverHttp(values.address) : survive;
  const save = () => {
    if (values.resume) writeFileSync(values.resume, JSON.stringify({ state, fates, failed }));
  };
  while (Date.now() < until) {
    if (Date.now() - savedAt > 5000) {
      save();
      savedAt = Date.now();
    }
    const { name, bytes } = samples[below(samples.length)]!;
    const file = mutated(bytes);
    try {
      const fate = await tried(file, name);
      fates[fate] = (fates[fate] ?? 0) + 1;
    } catch (error) {
      failed++;
      mkdirSync(kept, { recursive: true });
      const target = path.join(kept, `${failed}-${name}`);
      writeFileSync(target, file);
      console.error(`${target}: ${error instanceof Error ? error.stack : error}`);
      if (failed - failedBefore >= 20) break;
    }
  }
  save();
  for (const [fate, count] of Object.entries(fates)) console.log(`${String(count).padStart(9)}  ${fate}`);
  console.log(`${String(failed).padStart(9)}  failed (seed ${values.seed})`);
  return failed > 0 ? 1 : 0;
}

main().then((code) => process.exit(code));
