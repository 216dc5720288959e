/** An act that the page offers: a button or switch that can be pressed now. */
export interface PageAct {
  readonly words: string;
  readonly carryOut: () => void;
}

const MOST = 200;
const LONGEST = 80;

/** The acts of the page as it is now, by their names. */
export function pageActs(within: ParentNode): PageAct[] {
  const found = [...within.querySelectorAll<HTMLElement>('header button, main button, main summary')].filter(
    (one) => !(one as HTMLButtonElement).disabled && one.offsetParent !== null,
  );
  const acts = new Map<string, PageAct>();
  for (const one of found) {
    const words = (one.getAttribute('aria-label') ?? one.innerText).replace(/\s+/g, ' ').trim();
    if (words.length < 2 || words.length > LONGEST || acts.has(words) || acts.size >= MOST) continue;
    acts.set(words, {
      words,
      carryOut: () => {
        one.focus();
        one.click();
      },
    });
  }
  return [...acts.values()];
}
