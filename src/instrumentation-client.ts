import { goesOn, isStep, onBack, opensAt, routerForgets } from './ui/addressSteps';

/* Runs before the router: Back can be pressed while a page still comes to life. */

const [document] = performance.getEntriesByType('navigation');
if (document) opensAt(document.name);
if (isStep()) routerForgets();
window.addEventListener('popstate', onBack, { capture: true });

/** The router asks for a page. */
export function onRouterTransitionStart(href: string): void {
  goesOn(new URL(href, window.location.href).pathname);
}
