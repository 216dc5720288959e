/** @jest-environment jsdom */
import { newQueries } from './newQueries';
import { followChanges } from './useChanges';

class Stream {
  static opened: Stream[] = [];
  readyState = 0;
  onopen = () => {};
  onerror = () => {};
  close = jest.fn();
  constructor(readonly path: string) {
    Stream.opened.push(this);
  }
  cut(readyState: number) {
    this.readyState = readyState;
    this.onerror();
  }
}

beforeEach(() => {
  jest.useFakeTimers();
  Stream.opened = [];
  global.EventSource = Stream as never;
});
afterEach(() => jest.useRealTimers());

test('a stream that stays cut is reported until it is open again; then everything is read again', () => {
  const onCut = jest.fn();
  const queries = newQueries();
  const read = jest.spyOn(queries, 'invalidateQueries');
  const stop = followChanges(queries, onCut);
  const [stream] = Stream.opened;
  stream!.cut(0);
  jest.advanceTimersByTime(1000);
  stream!.onopen();
  jest.advanceTimersByTime(5000);
  expect(onCut).not.toHaveBeenCalledWith(true);
  stream!.cut(0);
  stream!.cut(0);
  jest.advanceTimersByTime(2000);
  expect(onCut).toHaveBeenLastCalledWith(true);
  read.mockClear();
  stream!.onopen();
  expect(onCut).toHaveBeenLastCalledWith(false);
  jest.runOnlyPendingTimers();
  expect(read).toHaveBeenCalled();
  stop();
  expect(stream!.close).toHaveBeenCalled();
});

// The browser does not try a stream again that was answered with an error: the window followed nothing any more.
test('a stream that was refused is opened again, until one leaves', () => {
  const stop = followChanges(newQueries(), () => undefined);
  Stream.opened[0]!.cut(2);
  jest.advanceTimersByTime(3000);
  expect(Stream.opened.map((one) => one.path)).toEqual(['/api/changes', '/api/changes']);
  Stream.opened[1]!.cut(2);
  stop();
  jest.advanceTimersByTime(10_000);
  expect(Stream.opened).toHaveLength(2);
});
