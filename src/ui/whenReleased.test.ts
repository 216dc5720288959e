/** @jest-environment jsdom */
import { whenReleased } from './whenReleased';

// The help of a field came in between press and release, and moved its button away.
test('what moves the page waits until the mouse is let go, and for the click behind it', async () => {
  const order: string[] = [];
  window.dispatchEvent(new Event('pointerdown'));
  whenReleased(() => order.push('moved'));
  expect(order).toEqual([]);
  window.dispatchEvent(new Event('pointerup'));
  order.push('click');
  await new Promise((resolve) => setTimeout(resolve));
  expect(order).toEqual(['click', 'moved']);
  whenReleased(() => order.push('by key'));
  expect(order.at(-1)).toBe('by key');
});
