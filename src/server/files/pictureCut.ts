import { isScanCut } from '../../core/containers/jpeg/cut';
import { type Problem, problem } from '../../core/problems/problem';
import type { ReadShot } from './readShot';
import { sourceOf, withFile } from './source';

/** What is wrong with the picture data of a file that comes in: a JPEG that ends in the middle of its picture. */
export async function pictureProblems(file: string, { main }: Pick<ReadShot, 'main'>): Promise<Problem[]> {
  if (main.picture.format !== 'jpeg') return [];
  const isCut = await withFile(file, async (one) => {
    const source = sourceOf(one, main.stat.size);
    const ranges = await main.container.pictureRanges(source);
    return isScanCut(source, ranges.at(-1)!.start);
  });
  return isCut ? [problem('picture-cut', 'file')] : [];
}
