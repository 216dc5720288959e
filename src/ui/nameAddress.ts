/**
 * Names in the address what the page shows, in place of what it named before. The state of the entry stays the
 * router's own: told of a change, it would give up a link that was pressed meanwhile. Not for pages that the
 * router reads again (`refresh`): it would put its own address back.
 */
export function nameAddress(to: string): void {
  window.history.replaceState(window.history.state, '', to);
}
