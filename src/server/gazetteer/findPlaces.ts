import path from 'node:path';
import Piscina from 'piscina';
import { config } from '../config';
import type { FoundPlace, PlaceQuestion } from './thread';

/** The gazetteer is let go when nobody has asked for so long. */
const IDLE_MS = 10 * 60 * 1000;
const MOST = 8;
let pool: Piscina<PlaceQuestion, FoundPlace[]> | undefined;

/** Asks the gazetteer in a thread of its own: reading it takes a second, in which nobody is to wait. */
async function ask(question: PlaceQuestion): Promise<FoundPlace[]> {
  pool ??= new Piscina({
    filename: path.join(/*turbopackIgnore: true*/ config().root, 'dist/gazetteer.mjs'),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: IDLE_MS,
  });
  return pool.run(question);
}

/** Towns by the first letters of their name or of a word of it, accents ignored, the bigger one first. */
export const placesNamed = (typed: string) => ask({ typed, most: MOST });

/** Towns nearest to a position in decimal degrees. */
export const placesNear = (latitude: number, longitude: number) => ask({ latitude, longitude, most: 3 });
