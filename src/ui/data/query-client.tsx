'use client';

import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { RequestFailed } from './request';

/** How long an answer counts as new, ms: what a page was made with on the server is not asked for again at once. */
const FRESH_MS = 5_000;

const makeClient = () =>
  new QueryClient({
    defaultOptions: {
      queries: {
        staleTime: FRESH_MS,
        refetchOnWindowFocus: false,
        // What is refused is refused again; only a server that is away may come back.
        retry: (failures, error) => error instanceof RequestFailed && error.away && failures < 2,
        retryDelay: 800,
      },
    },
  });

let inBrowser: QueryClient | undefined;

/** The answers that this browser keeps: one store for all screens, a new one for each page made on the server. */
export function theQueryClient(): QueryClient {
  if (typeof window === 'undefined') return makeClient();
  return (inBrowser ??= makeClient());
}

export function Queries({ children }: { children: ReactNode }) {
  const [client] = useState(theQueryClient);
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}
