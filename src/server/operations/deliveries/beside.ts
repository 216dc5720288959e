import { figureHtml, figurePage } from '../../../core/deliver/figure';
import type { Context } from '../../context';
import type { RunItemResult } from '../../db/stored/runs';
import { readAssignment } from '../assignments/assignments';
import { type Delivery, deliveredPictures } from './deliveredFiles';

/** A text file that is added to copies. */
export interface BesideFile {
  readonly name: string;
  readonly text: string;
}

/**
 * What a delivery plan puts beside its copies: a page of figures for the web, and checksums of all copies. With `withUndoneBy`
 * as they were before that undo.
 */
export async function besideFiles(
  context: Context,
  delivery: Delivery,
  withUndoneBy?: string,
): Promise<BesideFile[]> {
  const { checksums, page } = delivery.parameters.deliveryPlan;
  if (!checksums && !page) return [];
  const results: RunItemResult[] = [];
  for await (const { result } of deliveredPictures(context, delivery.runId, withUndoneBy))
    results.push(result);
  if (results.length === 0) return [];
  const { name } = await readAssignment(context, delivery.assignmentId);
  return [
    ...(page ? [{ name: 'index.html', text: figurePage(name, results.map(figureOf).filter(Boolean)) }] : []),
    ...(checksums ? [{ name: 'SHA256SUMS', text: checksumsOf(results) }] : []),
  ];
}

function figureOf({ says = {}, copies = [] }: RunItemResult): string {
  const pictures = copies.flatMap(({ of, path, width, height }) =>
    of !== 'sidecar' && of !== 'raw' && width && height ? [{ path, width, height }] : [],
  );
  return figureHtml(says, pictures);
}

/** As `sha256sum -c` of GNU coreutils reads it; a name with a backslash or line end is escaped, and says so. */
function checksumsOf(results: readonly RunItemResult[]): string {
  return results
    .flatMap(({ copies = [] }) => copies)
    .map(({ digest, path }) => {
      const name = path.replaceAll('\\', '\\\\').replaceAll('\n', '\\n');
      return `${name === path ? '' : '\\'}${digest}  ${name}\n`;
    })
    .join('');
}
