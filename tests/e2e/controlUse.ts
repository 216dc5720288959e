import { appendFileSync, existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Browser, Page } from '@playwright/test';
import { fieldLabel, writtenFieldIds } from '@/core/catalogue/fields';

const fieldNames = new Set(writtenFieldIds.map(fieldLabel));

/**
 * Which controls the pages offer, and which of them a test used with an effect: a request that writes, another address, a download,
 * or a change of the page beyond the control itself. `controls.spec.ts` compares the two at the end of a whole run.
 */
const home = () => path.join((JSON.parse(process.env.FABRICA_E2E!) as { home: string }).home, 'controls');
const CONTROLS =
  'button, input, select, textarea, summary, [contenteditable=true], [role=option], [role=tab]';

function append(kind: 'offered' | 'used', ids: readonly string[]): void {
  mkdirSync(home(), { recursive: true });
  appendFileSync(path.join(home(), `${kind}-${process.pid}`), ids.map((id) => `${id}\n`).join(''));
}

/** Labels of one control with different values: field names, file names, names of templates. */
const families: readonly (readonly [label: RegExp, family: string])[] = [
  [/^.+ (earlier|later)$/, 'move earlier or later'],
  [/^(who|reach|notice|terms|caption|keywords|where|when) (all|#|by)/, 'thread'],
  [/^Threads of /, 'threads of a picture'],
  [
    /^(archive|duplicate|remove|Remove|Remove fact|Take|look at it:|both are|these are two:|Copy|Move) .+/,
    '$1 …',
  ],
  [
    /^.+ (#? ?lines|# lacks?|fixed by writing # fails?|✓ none fails|# fails?|written and read back)$/,
    'a row with its state',
  ],
  [/^.*kt#-.*$/, 'a picture'],
  [/^(Without|with|Kept after|write) .+$/, '$1 …'],
];

/** One control under all the labels that it can have. */
function familyOf(label: string): string {
  if (fieldNames.has(label) || fieldNames.has(label.replace(/ in Other Languages$|: add one$/, '')))
    return 'a field';
  const [pattern, family] = families.find(([pattern]) => pattern.test(label)) ?? [];
  return pattern ? label.replace(new RegExp(`${pattern.source}.*`), family!) : label;
}

export function readControls(kind: 'offered' | 'used'): Set<string> {
  const files = existsSync(home()) ? readdirSync(home()).filter((name) => name.startsWith(kind)) : [];
  return new Set(
    files.flatMap((name) =>
      readFileSync(path.join(home(), name), 'utf8').split('\n').filter(Boolean).map(familyOf),
    ),
  );
}

/** Records the effects of what tests do in every page of a browser. */
export function recordControlUse(browser: Browser): void {
  const used = new Set<string>();
  const newContext = browser.newContext.bind(browser);
  browser.newContext = async (options) => {
    const context = await newContext(options);
    await context.exposeFunction('recordControlUse', (id: string) => {
      if (used.has(id)) return;
      used.add(id);
      append('used', [id]);
    });
    await context.addInitScript(observeControls, CONTROLS);
    return context;
  };
}

/** Notes the controls that can be seen now. */
export async function noteOffered(page: Page): Promise<void> {
  append(
    'offered',
    await page.evaluate((selector) => {
      const visible = [...document.querySelectorAll<HTMLElement>(selector)].filter(
        (element) => element.offsetParent !== null && !element.closest('nextjs-portal'),
      );
      return visible.map((element) => window.controlId!(element));
    }, CONTROLS),
  );
}

declare global {
  interface Window {
    controlId?: (element: Element) => string;
    recordControlUse?: (id: string) => Promise<void>;
  }
}

/** Runs in the page. */
function observeControls(selector: string): void {
  const EFFECT_WITHIN_MS = 3000;

  /** `data-control` where a label holds values, else the accessible name without numbers. */
  window.controlId = (element) => {
    const marked = element.closest<HTMLElement>('[data-control]');
    if (marked) return marked.dataset.control!;
    const input = element as HTMLInputElement;
    const label =
      element.getAttribute('aria-label') ||
      input.labels?.[0]?.innerText ||
      (element as HTMLElement).innerText ||
      input.placeholder ||
      input.title;
    return (label ?? '').replace(/\s+/g, ' ').replace(/\d+/g, '#').trim();
  };

  /** The latest use of each control that has had no effect yet. */
  let pending: { id: string; element: Element; until: number }[] = [];
  const settle = (isOf: (element: Element) => boolean = () => true) => {
    const now = performance.now();
    for (const { id, until, element } of pending)
      if (now <= until && isOf(element)) void window.recordControlUse?.(id);
    pending = pending.filter(({ until, element }) => now <= until && !isOf(element));
  };
  const onUse = (event: Event) => {
    const element = (event.target as Element | null)?.closest?.(selector);
    if (!element) return;
    const id = window.controlId!(element);
    pending = pending.filter((use) => use.id !== id);
    pending.push({ id, element, until: performance.now() + EFFECT_WITHIN_MS });
  };
  for (const type of ['click', 'input', 'change', 'keydown', 'pointerdown', 'drop', 'paste'])
    window.addEventListener(type, onUse, { capture: true });

  const isWriting = (method: string | undefined) => !!method && !/^(GET|HEAD)$/i.test(method);
  const fetchBefore = window.fetch;
  window.fetch = (input, init) => {
    if (isWriting(init?.method ?? (input instanceof Request ? input.method : undefined))) settle();
    return fetchBefore(input, init);
  };
  const open = XMLHttpRequest.prototype.open;
  XMLHttpRequest.prototype.open = function (this: XMLHttpRequest, method: string, ...rest: unknown[]) {
    if (isWriting(method)) settle();
    return (open as (...args: unknown[]) => void).call(this, method, ...rest);
  };
  for (const name of ['pushState', 'replaceState'] as const) {
    const write = history[name].bind(history);
    history[name] = (...args) => {
      settle();
      write(...args);
    };
  }
  window.addEventListener('pagehide', () => settle());
  const observe = () =>
    new MutationObserver((mutations) => {
      if (pending.length === 0) return;
      settle(
        (element) =>
          mutations.some(
            ({ target }) => !element.contains(target) && !(target as Element).contains?.(element),
          ) || mutations.some(({ type }) => type === 'childList'),
      );
    }).observe(document, { subtree: true, childList: true, characterData: true, attributes: true });
  observe();
}
