import { stat } from 'node:fs/promises';

/** How recorded files compare with what is on disk now, by their sizes. */
export interface FileMatch {
  readonly same: number;
  /** Of another size. */
  readonly differing: number;
  readonly absent: number;
  /** Names of some files that differ or are absent. */
  readonly examples: readonly string[];
}

export interface RecordedFile {
  readonly name: string;
  readonly path: string;
  readonly size: number;
}

const EXAMPLES = 3;
const AT_ONCE = 64;

/** Looks at directory entries only. */
export async function matchFiles(recorded: readonly RecordedFile[]): Promise<FileMatch> {
  const counts = { same: 0, differing: 0, absent: 0 };
  const examples: string[] = [];
  for (let at = 0; at < recorded.length; at += AT_ONCE)
    await Promise.all(
      recorded.slice(at, at + AT_ONCE).map(async ({ name, path, size }) => {
        const found = await stat(path).catch(() => undefined);
        const fate = !found ? 'absent' : found.size === size ? 'same' : 'differing';
        counts[fate]++;
        if (fate !== 'same' && examples.length < EXAMPLES) examples.push(name);
      }),
    );
  return { ...counts, examples: examples.sort() };
}

/** Counts of several comparisons together. */
export const sumOf = (matches: readonly FileMatch[]): FileMatch => ({
  same: matches.reduce((sum, one) => sum + one.same, 0),
  differing: matches.reduce((sum, one) => sum + one.differing, 0),
  absent: matches.reduce((sum, one) => sum + one.absent, 0),
  examples: matches.flatMap((one) => one.examples).slice(0, EXAMPLES),
});
