/*
 * What a page shows of itself by the query of its address: steps that Back goes through without another page being asked
 * for. The router is left out of them. Right after a reload it asks the server for what Back leads to, and can wait for ever
 * then, also when one goes on to another page.
 */

/** `isByBrowser`: by Back or Forward, not by the page itself. */
type OnStep = (isByBrowser: boolean) => void;
const listeners = new Set<OnStep>();
/** The path of the page that the router shows, or goes to. */
let place = '';
/** The pages that show themselves by `useAddressParts` alone. */
const ownSteps = /^\/assignments\/[^/]+\/(describe|check)$/;

/** The address that the server was asked for when the document was loaded. */
let opened: URL | undefined;

/** The document was loaded from `address`. */
export function opensAt(address: string): void {
  opened = new URL(address);
  place = opened.pathname;
}

/** The query that the server answered, if it was asked for the page at `path`. */
export const openedQuery = (path: string): URLSearchParams | undefined =>
  opened?.pathname === path ? opened.searchParams : undefined;

/** The router goes to the page at `path`. */
export function goesOn(path: string): void {
  place = path;
}

/** Whether the address is one of the page that is there, and the page of those that go through their steps themselves. */
export function isStep(): boolean {
  return window.location.pathname === place && ownSteps.test(place);
}

/**
 * The router finds no state of its own in the entry, and takes the page for that of the address when it comes to life;
 * otherwise it would go to the address, and ask the server. `_N`: the entry is not the router's. It is not told of what
 * becomes of it (its answer would come late, and put the former address back); coming from another page loads this one anew.
 */
export function routerForgets(): void {
  window.history.replaceState({ _N: true }, '');
}

/** Where Back led to while the page came to life. */
let missed: string | undefined;

/** Back or Forward. */
export function onBack(event: PopStateEvent): void {
  missed = undefined;
  if (!isStep()) return;
  event.stopImmediatePropagation();
  if (listeners.size > 0) tell(true);
  else {
    missed = window.location.href;
    routerForgets();
  }
}

/** Told of each step within the page. */
export function followAddress(onStep: OnStep): () => void {
  listeners.add(onStep);
  if (missed && isStep()) {
    // The router put the address that the page was opened with into the entry.
    window.history.replaceState(window.history.state, '', missed);
    missed = undefined;
    tell(true);
  }
  return () => {
    listeners.delete(onStep);
  };
}

function tell(isByBrowser: boolean): void {
  for (const onStep of listeners) onStep(isByBrowser);
}

/** Goes to another address of the page that is there. The state of the entry stays the router's own (nameAddress). */
export function stepTo(to: string): void {
  window.history.pushState(window.history.state, '', to);
  tell(false);
}
