import { failure } from '../problems/errors';
import { inLines } from './lines';

async function* failingAfter(parts: readonly unknown[]) {
  yield* parts;
  throw failure('not-found', { what: 'picture' });
}

test('what fails at once is an ordinary error', async () => {
  await expect(inLines(failingAfter([]))).rejects.toMatchObject({ code: 'not-found' });
});

test('what fails later is the last line', async () => {
  const answer = await inLines(failingAfter([{ a: 1 }, { a: 2 }]));
  const text = await answer.text();
  const lines = text
    .trim()
    .split('\n')
    .map((one) => JSON.parse(one));
  expect(lines).toEqual([{ a: 1 }, { a: 2 }, { error: expect.stringMatching(/picture/) }]);
});

test('when nobody reads any more, the source is closed', async () => {
  let isClosed = false;
  async function* endless() {
    try {
      for (let n = 0; ; n++) yield n;
    } finally {
      isClosed = true;
    }
  }
  const reader = (await inLines(endless())).body!.getReader();
  await reader.read();
  await reader.cancel();
  await new Promise(setImmediate);
  expect(isClosed).toBe(true);
});
