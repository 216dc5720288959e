/** Whether one writes or chooses there, so that letters and digits belong to it. */
export function isText(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && target.closest('input, textarea, select, [contenteditable]') !== null
  );
}
