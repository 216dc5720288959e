/** @jest-environment jsdom */
import { refuseLongPaste } from './refuseLongPaste';

function paste(text: string, { value = '', maxLength = -1 } = {}) {
  const box = document.createElement('textarea');
  box.value = value;
  if (maxLength >= 0) box.maxLength = maxLength;
  document.body.append(box);
  box.setSelectionRange(value.length, value.length);
  const event = new Event('paste', { cancelable: true, bubbles: true });
  Object.assign(event, { clipboardData: { getData: () => text } });
  box.addEventListener('paste', (event) => refuseLongPaste(event as ClipboardEvent));
  box.dispatchEvent(event);
  return { refused: event.defaultPrevented, box };
}

// A pasted text was cut at the end of its box without a word.
test('a text that does not fit is refused as a whole, with its length', () => {
  const { refused, box } = paste('four thousand', { value: 'ab', maxLength: 10 });
  expect(refused).toBe(true);
  expect(box.validationMessage).toContain('would have 15 characters, and 10 fit here');
  box.dispatchEvent(new Event('input'));
  expect(box.validationMessage).toBe('');
});

test.each([
  ['fits', 10],
  ['any length', -1],
])('“%s” is pasted where %d characters are possible', (text, maxLength) => {
  expect(paste(text, { maxLength }).refused).toBe(false);
});
