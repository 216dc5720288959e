import { Turns } from './turns';

/** Work that ends on a signal. */
function work(done: string[], name: string) {
  let end = () => {};
  const ended = new Promise<void>((resolve) => {
    end = resolve;
  });
  const began: string[] = [];
  return {
    end,
    began,
    run: async (one: string) => {
      began.push(one);
      await ended;
      done.push(name);
    },
  };
}
const settled = () => new Promise((resolve) => setImmediate(resolve));

test('first come, first served, and what fails gives its place back', async () => {
  const turns = new Turns(['a']);
  const done: string[] = [];
  await expect(turns.inTurn(false, () => Promise.reject(new Error('broken')))).rejects.toThrow('broken');
  await Promise.all(['1', '2', '3'].map((name) => turns.inTurn(false, async () => void done.push(name))));
  expect(done).toEqual(['1', '2', '3']);
});

test('slow ones never have all of them: the others go before slow ones that came earlier', async () => {
  const turns = new Turns(['a', 'b']);
  const done: string[] = [];
  const [slow1, slow2, quick] = ['slow 1', 'slow 2', 'quick'].map((name) => work(done, name));
  const all = [
    turns.inTurn(true, slow1!.run),
    turns.inTurn(true, slow2!.run),
    turns.inTurn(false, quick!.run),
  ];
  await settled();
  expect([slow1!.began.length, slow2!.began.length, quick!.began.length]).toEqual([1, 0, 1]);
  quick!.end();
  await settled();
  expect(slow2!.began).toEqual([]);
  slow1!.end();
  slow2!.end();
  await Promise.all(all);
  expect(done).toEqual(['quick', 'slow 1', 'slow 2']);
});

test('where there is one alone, slow ones have it in turn', async () => {
  const turns = new Turns(['a']);
  const done: string[] = [];
  await Promise.all(
    [true, true, false].map((isSlow, n) => turns.inTurn(isSlow, async () => void done.push(`${n}`))),
  );
  expect(done).toEqual(['0', '1', '2']);
});
