/** @jest-environment jsdom */
import { fireEvent, render, screen } from '@testing-library/react';
import { useRef, useState } from 'react';
import { useOwnText } from './useOwnText';

let setText: (text: string) => void = () => undefined;
function Box({ drawn }: { drawn: number }) {
  const box = useRef<HTMLTextAreaElement>(null);
  const [text, set] = useState('A launch.');
  setText = set;
  const { defaultValue, onTyped } = useOwnText(box, text);
  return (
    <textarea
      ref={box}
      data-drawn={drawn}
      defaultValue={defaultValue}
      onChange={(event) => {
        onTyped(event.target.value);
        set(event.target.value);
      }}
    />
  );
}
const area = () => screen.getByRole<HTMLTextAreaElement>('textbox');

// Of a caption that was typed quickly, the first letter was missing now and then.
test('a letter that the page does not know of yet stays when the page is drawn', () => {
  const { rerender } = render(<Box drawn={1} />);
  // The browser has put the letter in, its event is still on the way.
  Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!.call(area(), 'A launch. ');
  rerender(<Box drawn={2} />);
  expect(area().value).toBe('A launch. ');
});

test('what is typed is known, and a text from elsewhere takes its place, also the same one again', () => {
  const { rerender } = render(<Box drawn={1} />);
  fireEvent.change(area(), { target: { value: 'typed' } });
  rerender(<Box drawn={2} />);
  expect(area().value).toBe('typed');
  setTextNow('from elsewhere');
  expect(area().value).toBe('from elsewhere');
  setTextNow('typed');
  expect(area().value).toBe('typed');

  function setTextNow(text: string) {
    setText(text);
    rerender(<Box drawn={3} />);
  }
});
