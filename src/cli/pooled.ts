/** Results in the order of the items, `width` of them in work at a time. */
export async function pooled<T, R>(
  items: readonly T[],
  width: number,
  work: (item: T, index: number) => Promise<R>,
): Promise<R[]> {
  const results: R[] = new Array(items.length);
  let next = 0;
  const worker = async () => {
    for (let index = next++; index < items.length; index = next++)
      results[index] = await work(items[index]!, index);
  };
  await Promise.all(Array.from({ length: Math.min(width, items.length) }, worker));
  return results;
}
