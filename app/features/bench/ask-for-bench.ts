import type { QueryClient } from '@tanstack/react-query';
import { machinesQuery, workshopsQuery } from '../shop/queries';
import { openPressingsQuery } from '../press/queries';
import { openTuningsQuery } from '../tuning/queries';
import { benchQuery } from '../book/bench-query';

/** Asks for what the Bench shows while its own scripts are still on their way, where the Bench is what was opened. */
export function askForBench(client: QueryClient): QueryClient {
  void client.prefetchQuery(machinesQuery);
  if (globalThis.location?.pathname === '/') {
    void client.prefetchQuery(benchQuery);
    void client.prefetchQuery(workshopsQuery);
    void client.prefetchQuery(openTuningsQuery);
    void client.prefetchQuery(openPressingsQuery);
  }
  return client;
}
