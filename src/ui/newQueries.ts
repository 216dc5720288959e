import { type Query, QueryClient } from '@tanstack/react-query';
import { mayTryAgain } from './api';

const TRIED_AGAIN_AFTER_MS = 5000;

/** The pause after which a query is asked again that could not be read; false where it was, or was refused. */
export const againAfterError = ({ state }: Pick<Query, 'state'>): number | false =>
  state.status === 'error' && mayTryAgain(state.error) ? TRIED_AGAIN_AFTER_MS : false;

/**
 * What a window has read. Fabrica runs on this machine: it is asked also where the browser finds no network. What
 * could not be read is tried again as long as it is shown.
 */
export const newQueries = (): QueryClient =>
  new QueryClient({
    defaultOptions: {
      queries: {
        staleTime: 5000,
        retry: 1,
        networkMode: 'always',
        refetchInterval: againAfterError,
      },
      mutations: { networkMode: 'always' },
    },
  });
