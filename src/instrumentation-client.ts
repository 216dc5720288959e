import { goesOn, onBack, opensAt, routerWritesFirst } from './ui/addressSteps';

/* Runs before the router: Back can be pressed while a page is being hydrated. */

const [loaded] = performance.getEntriesByType('navigation');
if (loaded) opensAt(loaded.name);
routerWritesFirst();
window.addEventListener('popstate', onBack, { capture: true });

/** The router asks for a page. */
export function onRouterTransitionStart(href: string): void {
  goesOn(new URL(href, window.location.href).pathname);
}
