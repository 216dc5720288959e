/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import type { Across } from '@/core/drafts/across';
import { useMetCaption } from './useMetCaption';

const holding = (...captions: string[]): Across => ({
  empty: captions.length === 0 ? 1 : 0,
  variants: captions.map((value) => ({ value, count: 1 })),
});

function open(first: Across | undefined) {
  const write = jest.fn();
  const hook = renderHook(({ held }) => useMetCaption(held, write), { initialProps: { held: first } });
  return { write, ...hook };
}

test('what stood there when one began is sent with what was typed, and what was sent from here', () => {
  const { result, write } = open(holding('Old'));
  act(() => result.current.begin());
  act(() => result.current.keep('New'));
  act(() => result.current.keep('Newer'));
  expect(write.mock.calls).toEqual([
    ['New', ['Old'], false],
    ['Newer', ['Old', 'New'], false],
  ]);
});

test('who types before the captions are known has seen those that come first', () => {
  const { result, write, rerender } = open(undefined);
  act(() => result.current.begin());
  rerender({ held: holding('Aune Pell / Tarn & Tide') });
  rerender({ held: holding('By somebody else') });
  act(() => result.current.keep('New'));
  const [, met] = write.mock.calls[0];
  expect(met[0]).toBe('Aune Pell / Tarn & Tide');
  expect(met).not.toContain('By somebody else');
});

test('where nothing was known at all, only an empty caption may be written over', () => {
  const { result, write } = open(undefined);
  act(() => result.current.begin());
  act(() => result.current.keep('New'));
  expect(write.mock.calls[0][1]).toContain('');
  expect(write.mock.calls[0][1]).not.toContain('Aune Pell / Tarn & Tide');
});

test('an empty caption was seen too', () => {
  const { result, write } = open(holding());
  act(() => result.current.begin());
  act(() => result.current.keep('New'));
  expect(write.mock.calls[0][1]).toContain('');
});

// A caption for two pictures, then one of them alone: one’s own words were called somebody else’s.
test('what was written from here to another selection counts as seen', () => {
  const both = open(holding('Old', 'Older'));
  act(() => both.result.current.begin());
  act(() => both.result.current.keep('For both'));
  const one = open(holding('Old'));
  act(() => one.result.current.begin());
  act(() => one.result.current.keep('For one'));
  expect(one.write.mock.calls[0][1]).toEqual(expect.arrayContaining(['Old', 'For both']));
});

// A pause behind a blank saved the words without it; typed on before they were read again, they were called somebody else’s.
test('what was saved counts as seen without the blank behind it', () => {
  const { result, write } = open(holding('Old'));
  act(() => result.current.begin());
  act(() => result.current.keep('New '));
  act(() => result.current.keep('New words'));
  expect(write.mock.calls[1][1]).toContain('New');
});
