import { endpoint } from '@/server/http/endpoint';
import { searchChange } from '@/server/http/shapes/search';
import { openSavedSearch, removeSavedSearch } from '@/server/operations/search/savedSearches';

type Params = { id: string };

/** Without a change it is opened: what it finds now is not new any more. */
export const PATCH = endpoint<Params>(async ({ context, body, params }) => {
  const { isRemoved } = await body(searchChange);
  if (isRemoved === undefined) await openSavedSearch(context, params.id);
  else await removeSavedSearch(context, params.id, isRemoved);
});
