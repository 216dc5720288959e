import type { Pixels } from '../../core/deliver/copySize';

/** Megapixels that are decoded at once in this process; a larger picture waits until it is alone. */
const MEGAPIXELS = 120;
const PIXELS = 1_000_000;

let inProgress = 0;
const waiting: { readonly cost: number; readonly go: () => void }[] = [];

/** Does work on a picture when there is room for its pixels, in the order in which it was asked for. */
export async function inPixelBudget<T>({ width, height }: Pixels, work: () => Promise<T>): Promise<T> {
  const cost = Math.min(MEGAPIXELS, (width * height) / PIXELS);
  await new Promise<void>((go) => {
    waiting.push({ cost, go });
    letIn();
  });
  try {
    return await work();
  } finally {
    inProgress -= cost;
    letIn();
  }
}

function letIn(): void {
  for (let next = waiting[0]; next && inProgress + next.cost <= MEGAPIXELS; next = waiting[0]) {
    waiting.shift();
    inProgress += next.cost;
    next.go();
  }
}
