import { goesOn, isStep, onBack, routerForgets } from './ui/addressSteps';

/* Runs before the router: Back can be pressed while a page still comes to life. */

const [opened] = performance.getEntriesByType('navigation');
if (opened) goesOn(new URL(opened.name).pathname);
if (isStep()) routerForgets();
window.addEventListener('popstate', onBack, { capture: true });

/** The router asks for a page. */
export function onRouterTransitionStart(href: string): void {
  goesOn(new URL(href, window.location.href).pathname);
}
