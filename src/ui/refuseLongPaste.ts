import { formatNumber } from '@/core/wording/counts';

type TextBox = HTMLInputElement | HTMLTextAreaElement;

const isTextBox = (target: EventTarget | null): target is TextBox =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;

/** Refuses a pasted text that a box with `maxLength` would cut, and says so at the box (HTML, 4.10.18.5 cuts in silence). */
export function refuseLongPaste(event: ClipboardEvent): void {
  const box = event.target;
  if (!isTextBox(box) || box.maxLength < 0) return;
  const pasted = event.clipboardData?.getData('text/plain') ?? '';
  const selected = (box.selectionEnd ?? 0) - (box.selectionStart ?? 0);
  const length = box.value.length - selected + pasted.length;
  if (length <= box.maxLength) return;
  event.preventDefault();
  box.setCustomValidity(
    `Not pasted: the text would have ${formatNumber(length)} characters, and ${formatNumber(box.maxLength)} fit here.`,
  );
  box.reportValidity();
  box.addEventListener('input', () => box.setCustomValidity(''), { once: true });
}
