import { endpoint } from '@/server/http/endpoint';
import { openSavedSearch, removeSavedSearch } from '@/server/operations/search/savedSearches';

type Params = { id: string };

/** It is opened: what it finds now is not new any more. */
export const PATCH = endpoint<Params>(({ context, params }) => openSavedSearch(context, params.id));
export const DELETE = endpoint<Params>(({ context, params }) => removeSavedSearch(context, params.id));
