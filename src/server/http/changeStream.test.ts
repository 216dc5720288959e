import { changeStream } from './changeStream';

let announce = (_: string) => {};
jest.mock('../jobs/listen', () => ({
  listen: async (_: string, onNotice: (payload: string) => void) => {
    announce = onNotice;
  },
}));

// A stream that fails without being cancelled threw, and windows behind it did not hear of the change.
test('a stream that ended keeps no change from the others', async () => {
  const [left, right] = [new AbortController(), new AbortController()];
  const enqueue = ReadableStreamDefaultController.prototype.enqueue;
  await changeStream(left.signal);
  const other = await changeStream(right.signal);
  const reader = other.body!.getReader();
  let isFirst = true;
  const failing = jest
    .spyOn(ReadableStreamDefaultController.prototype, 'enqueue')
    .mockImplementation(function (this: ReadableStreamDefaultController, chunk: unknown) {
      if (isFirst) {
        isFirst = false;
        throw new TypeError('Invalid state: Controller is already closed');
      }
      enqueue.call(this, chunk);
    });
  announce('{"kind":"photos","id":"1"}');
  failing.mockRestore();
  const received: string[] = [];
  for (let at = 0; at < 2; at++) received.push(new TextDecoder().decode((await reader.read()).value));
  expect(received.join('')).toContain('data: {"kind":"photos","id":"1"}');
  left.abort();
  right.abort();
});
