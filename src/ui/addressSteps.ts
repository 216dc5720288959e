/*
 * Steps within a page are in the query of its address; Back and Forward go through them without loading another page. They
 * bypass the router: right after a reload it asks the server for the address that Back leads to, and can wait for ever.
 */

/** `isByBrowser`: by Back or Forward, not by the page itself. */
type OnStep = (isByBrowser: boolean) => void;
const listeners = new Set<OnStep>();
/** The path of the page that the router shows, or goes to. */
let place = '';
/** The pages that show themselves by `useAddressParts` alone. */
const ownSteps = /^\/(?:find|assignments\/[^/]+\/(?:describe|check))$/;

/** The address that the server was asked for when the document was loaded. */
let opened: URL | undefined;

/** Where Back led to while the page was hydrated: everything that follows the address is informed, as long as it is valid. */
let missed: string | undefined;
/** As the browser has it, and not the router. */
const write: History['replaceState'] = (...all) => History.prototype.replaceState.apply(window.history, all);

/** The document was loaded from `address`; Back may have been pressed since. */
export function opensAt(address: string): void {
  opened = new URL(address);
  place = opened.pathname;
  if (isStep() && window.location.search !== opened.search) missStep();
}

/**
 * The router writes the address that the document was opened with into the entry when it is hydrated. If Back led to that
 * entry, the router would go on to take it for a step that it missed, and ask the server; the answer comes late, and puts the
 * former address back over the steps since.
 */
export function routerWritesFirst(): void {
  let isFirst = true;
  window.history.replaceState = (...all) => {
    const isRouterLate = isFirst && missed !== undefined;
    isFirst = false;
    if (!isRouterLate) write(...all);
  };
}

/** The query that the server answered, if it was asked for the page at `path`. */
export const openedQuery = (path: string): URLSearchParams | undefined =>
  opened?.pathname === path ? opened.searchParams : undefined;

/** The router goes to the page at `path`. */
export function goesOn(path: string): void {
  place = path;
  missed = undefined;
}

/** Whether the address is one of the page that is there, and the page of those that go through their steps themselves. */
export function isStep(): boolean {
  return window.location.pathname === place && ownSteps.test(place);
}

/**
 * Back led to an entry before the page could follow. `_N`: the entry is not the router's, which is not told of what becomes of
 * it; coming from another page loads this one again.
 */
function missStep(): void {
  missed = window.location.href;
  write({ _N: true }, '');
}

/** Back or Forward. */
export function onBack(event: PopStateEvent): void {
  missed = undefined;
  if (!isStep()) return;
  event.stopImmediatePropagation();
  if (listeners.size > 0) tell(true);
  else missStep();
}

/** Told of each step within the page. */
export function followAddress(onStep: OnStep): () => void {
  listeners.add(onStep);
  if (missed === window.location.href) onStep(true);
  return () => {
    listeners.delete(onStep);
  };
}

function tell(isByBrowser: boolean): void {
  for (const onStep of listeners) onStep(isByBrowser);
}

/** Goes to another address of the page that is there. The state of the entry stays the router's own (nameAddress). */
export function stepTo(to: string): void {
  missed = undefined;
  window.history.pushState(window.history.state, '', to);
  tell(false);
}
