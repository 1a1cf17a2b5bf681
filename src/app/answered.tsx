import { HydrationBoundary, QueryClient, dehydrate } from '@tanstack/react-query';
import type { ReactNode } from 'react';

/**
 * A page together with what it asks first, so that it is shown at once. What the server cannot answer now the page asks for itself,
 * and says why when that fails too.
 */
export async function answered(page: ReactNode, asked: (client: QueryClient) => Promise<unknown>[]) {
  const client = new QueryClient();
  await Promise.all(asked(client));
  // As the browser would have read it from the route's answer.
  const state = JSON.parse(JSON.stringify(dehydrate(client))) as ReturnType<typeof dehydrate>;
  return <HydrationBoundary state={state}>{page}</HydrationBoundary>;
}
