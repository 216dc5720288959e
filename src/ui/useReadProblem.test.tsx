/** @jest-environment jsdom */
import { useQuery } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react';
import { ApiError } from './api';
import { newQueries } from './newQueries';
import { inWindow } from './testing';
import { useReadProblem } from './useReadProblem';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());
const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));

function reading(read: () => Promise<string>) {
  const asked = jest.fn(read);
  const { result } = renderHook(
    () => ({ ...useQuery({ queryKey: ['words'], queryFn: asked }), problem: useReadProblem() }),
    { wrapper: inWindow(newQueries()) },
  );
  return {
    asked,
    is: () => [result.current.data, result.current.problem],
    refetch: () => void result.current.refetch(),
  };
}

test('what could not be read says why, is tried again, and is forgotten once it is there', async () => {
  let isAway = true;
  const { is } = reading(async () => {
    if (isAway) throw new ApiError('Fabrica does not answer.', 0);
    return 'words';
  });
  await pass(1500);
  expect(is()).toEqual([undefined, 'Fabrica does not answer.']);
  // Also while it is tried again.
  await pass(5200);
  expect(is()).toEqual([undefined, 'Fabrica does not answer.']);
  isAway = false;
  await pass(7000);
  expect(is()).toEqual(['words', undefined]);
});

test('what is refused is not tried again, and is for the place that asked to tell', async () => {
  const { asked, is } = reading(() => Promise.reject(new ApiError('There is no such picture.', 404)));
  await pass(20_000);
  expect(is()).toEqual([undefined, undefined]);
  expect(asked).toHaveBeenCalledTimes(2);
});

// A laptop that lost its network read nothing more of what lies on its own disk.
test('without a network Fabrica is asked all the same: it runs on this machine', async () => {
  let words = 'words';
  const { is, refetch } = reading(async () => words);
  await pass(10);
  words = 'other words';
  act(() => void window.dispatchEvent(new Event('offline')));
  act(() => refetch());
  await pass(10);
  expect(is()).toEqual(['other words', undefined]);
  act(() => void window.dispatchEvent(new Event('online')));
});
