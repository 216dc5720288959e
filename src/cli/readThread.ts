import { Neighbours } from '../server/files/readShot';
import type { ReadJob, ReadResult } from './commands/read';
import { readOne } from './readOne';

const neighbours = new Neighbours();

/** A batch of `fabrica read`, in a thread of its own. */
export default async function readBatch({ files, json }: ReadJob): Promise<ReadResult[]> {
  const results: ReadResult[] = [];
  for (const file of files) results.push(await readOne(file, json, neighbours));
  return results;
}
