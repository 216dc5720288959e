'use client';

let isDown = false;
if (typeof window !== 'undefined') {
  window.addEventListener('pointerdown', () => (isDown = true), { capture: true });
  for (const kind of ['pointerup', 'pointercancel'])
    window.addEventListener(kind, () => (isDown = false), { capture: true });
}

/**
 * Does what moves the page at once, or after the mouse button is released: what is pressed must be still until then,
 * or the press falls beside it.
 */
export function whenReleased(work: () => void): void {
  if (!isDown) {
    work();
    return;
  }
  const later = () => {
    for (const kind of ['pointerup', 'pointercancel'])
      window.removeEventListener(kind, later, { capture: true });
    // The click comes right behind.
    setTimeout(work);
  };
  for (const kind of ['pointerup', 'pointercancel']) window.addEventListener(kind, later, { capture: true });
}
