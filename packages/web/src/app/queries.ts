import { QueryClient } from '@tanstack/react-query';

/** What the server has, as the page knows it. */
export const makeQueries = () =>
  new QueryClient({
    defaultOptions: {
      // The server is on this machine: it answers without any network.
      queries: { retry: 1, refetchOnWindowFocus: true, networkMode: 'always' },
      mutations: { networkMode: 'always' },
    },
  });
