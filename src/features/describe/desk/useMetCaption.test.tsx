/** @jest-environment jsdom */
import { renderHook } from '@testing-library/react';
import type { Across } from '@/core/drafts/across';
import { useMetCaption } from './useMetCaption';

const holding = (...captions: string[]): Across => ({
  empty: captions.length === 0 ? 1 : 0,
  variants: captions.map((value) => ({ value, count: 1 })),
});

function open(first: Across | undefined) {
  const hook = renderHook(({ held, isTyping }) => useMetCaption(held, isTyping), {
    initialProps: { held: first, isTyping: false },
  });
  return {
    ...hook,
    show: (held: Across | undefined, isTyping: boolean) => hook.rerender({ held, isTyping }),
    met: () => hook.result.current.met().met,
  };
}

test('what stood there when typing began goes with what was typed, and what was written from here', () => {
  const { result, show, met } = open(holding('Old'));
  show(holding('Old'), true);
  show(holding('By somebody else'), true);
  expect(met()).toEqual(['Old']);
  expect(result.current.base()).toBe('Old');
  result.current.wrote('New ');
  // As it is kept: without the blank behind it.
  expect(met()).toEqual(['Old', 'New']);
  show(holding('Newest'), false);
  expect(met()).toEqual(expect.arrayContaining(['Newest', 'New']));
});

test('who types before the captions are known has seen those that come first', () => {
  const { show, met } = open(undefined);
  show(undefined, true);
  expect(met()).toContain('');
  show(holding('Aune Pell / Tarn & Tide'), true);
  show(holding('By somebody else'), true);
  expect(met()![0]).toBe('Aune Pell / Tarn & Tide');
  expect(met()).not.toContain('By somebody else');
});

test('an empty caption was seen too; different captions are no base for a merge', () => {
  const { result, met } = open(holding());
  expect(met()).toContain('');
  expect(result.current.base()).toBe('');
  expect(open(holding('A', 'B')).result.current.base()).toBeUndefined();
});

test('where more captions are there than the server tells, none is said to be seen', () => {
  expect(open(holding(...Array.from({ length: 50 }, (_, at) => `${at}`))).met()).toBeUndefined();
});

// A caption for two pictures, then one of them alone: one’s own words were called somebody else’s.
test('what was written from here to another selection counts as seen', () => {
  open(holding('Old', 'Older')).result.current.wrote('For both');
  expect(open(holding('Old')).met()).toEqual(expect.arrayContaining(['Old', 'For both']));
});
