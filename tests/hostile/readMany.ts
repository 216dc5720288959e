import { readFileSync } from 'node:fs';
import { memorySource } from '../../src/core/bytes/source';
import type { FieldId } from '../../src/core/catalogue/fields';
import { openContainer } from '../../src/core/containers/registry';
import { planEmbed } from '../../src/core/embed/planEmbed';
import { FormatError } from '../../src/core/problems/problem';
import { readPicture } from '../../src/core/readout/readPicture';

/** Reads a file and plans a change of it, so many times at once; tells how many MB that took beyond the start. */
const [file, copies] = process.argv.slice(2);
const bytes = new Uint8Array(readFileSync(file!));

async function once(): Promise<string> {
  try {
    await readPicture(memorySource(bytes), file);
    const container = await openContainer(memorySource(bytes), file);
    const plan = planEmbed(container, new Map<FieldId, string>([['headline', 'Launch']]));
    return plan.refused?.code ?? 'planned';
  } catch (error) {
    if (error instanceof FormatError) return error.problem.code;
    throw error;
  }
}

const megabytes = () => process.resourceUsage().maxRSS / 1024;
const start = megabytes();
const outcomes = await Promise.all(Array.from({ length: Number(copies) }, once));
console.log(JSON.stringify({ outcome: outcomes[0], megabytes: Math.round(megabytes() - start) }));
