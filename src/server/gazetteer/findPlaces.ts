import path from 'node:path';
import Piscina from 'piscina';
import { config } from '../config';
import { log } from '../log';
import { failure } from '../problems/errors';
import type { FoundPlace, PlaceQuestion } from './thread';

/** The gazetteer is removed when nobody has asked for so long. */
const IDLE_MS = 10 * 60 * 1000;
const MOST = 8;
/** Reading the gazetteer takes a second or two; a thread that does not start must keep nobody waiting. */
const LONGEST_MS = 20_000;
let pool: Piscina<PlaceQuestion, FoundPlace[]> | undefined;

/** Asks the gazetteer in a thread of its own: reading it takes a second, in which nobody is to wait. */
async function ask(question: PlaceQuestion): Promise<FoundPlace[]> {
  pool ??= begin();
  try {
    return await pool.run(question, { signal: AbortSignal.timeout(LONGEST_MS) });
  } catch (error) {
    log.warn({ error: (error as Error).message }, 'the gazetteer did not answer');
    throw failure('gazetteer-away');
  }
}

function begin(): Piscina<PlaceQuestion, FoundPlace[]> {
  const made = new Piscina<PlaceQuestion, FoundPlace[]>({
    filename: path.join(/*turbopackIgnore: true*/ config().root, 'dist/gazetteer.mjs'),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: IDLE_MS,
  });
  // A thread that could not start takes nothing else with it; the next question begins another.
  made.on('error', (error: Error) => {
    log.error({ error: error.message }, 'the thread of the gazetteer ended');
    if (pool === made) pool = undefined;
  });
  return made;
}

/** Towns by the first letters of their name or of a word of it, accents ignored, the bigger one first. */
export const placesNamed = (typed: string) => ask({ typed, most: MOST });

/** Towns nearest to a position in decimal degrees. */
export const placesNear = (latitude: number, longitude: number) => ask({ latitude, longitude, most: 3 });
