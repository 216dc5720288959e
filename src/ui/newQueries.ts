import { QueryClient } from '@tanstack/react-query';
import { mayTryAgain } from './api';

const TRIED_AGAIN_AFTER_MS = 5000;

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
        refetchInterval: ({ state }) =>
          state.status === 'error' && mayTryAgain(state.error) ? TRIED_AGAIN_AFTER_MS : false,
      },
      mutations: { networkMode: 'always' },
    },
  });
