import { addresses, endpoints, isAddressOf, type Change } from '@keen-anvil/contract';
import { useQueryClient, type Query, type QueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { isOwnWrite } from './own-writes';

/** Changes that come close after each other are looked at together, in ms. */
const TOGETHER_MS = 150;

/** What is kept by what it is of, or never changes: nothing that others write makes it another. */
const HOLDS = new Set(['path', 'run path', 'run file', 'made', 'inspection', 'text preview', 'fonts']);
/** What a file that goes over a cable moves, line by line: asked for anew several times in a second it would slow all else down. */
const OF_RUNS = new Set<unknown>(endpoints.reportRun.touches);

/** Whether what was fetched may be another after a change. */
const isTouched = ({ at }: Change, { queryKey: [root] }: Query): boolean => {
  if (HOLDS.has(String(root))) return false;
  const isOfRun = at !== null && [endpoints.run, endpoints.reportRun].some((endpoint) => isAddressOf(endpoint, at));
  return isOfRun ? OF_RUNS.has(root) : true;
};

/** Has everything asked for anew that changes of others may have made another; what this page wrote itself is not among it. */
export function followChange(client: QueryClient, changes: readonly Change[]): void {
  const others = changes.filter(({ key }) => key === null || !isOwnWrite(key));
  if (others.length === 0) return;
  void client.invalidateQueries({ predicate: (query) => others.some((change) => isTouched(change, query)) });
}

/**
 * Hears what is written on other phones of this workshop while this page is looked at. A page that is not looked at hears nothing:
 * a browser has few lines to one server; what it shows is asked for anew when it is looked at again.
 */
export function useChanges(workshopId: string | undefined): void {
  const client = useQueryClient();
  useEffect(() => {
    // In another workshop other changes count: what tells of them is asked for anew.
    if (workshopId === undefined || typeof EventSource === 'undefined' || typeof document === 'undefined')
      return undefined;
    let source: EventSource | null = null;
    let waiting: Change[] = [];
    let timer: ReturnType<typeof setTimeout> | null = null;
    const hear = (change: Change) => {
      waiting.push(change);
      timer ??= setTimeout(() => {
        timer = null;
        const [came] = [waiting, (waiting = [])];
        followChange(client, came);
      }, TOGETHER_MS);
    };
    const look = () => {
      if (document.visibilityState === 'visible' && !source) {
        source = new EventSource(addresses.changes());
        source.onmessage = ({ data }) => hear(JSON.parse(String(data)) as Change);
      } else if (document.visibilityState !== 'visible') {
        source?.close();
        source = null;
      }
    };
    const lookAgain = () => {
      const wasAway = source === null;
      look();
      if (wasAway && source) hear({ at: null, key: null });
    };
    look();
    document.addEventListener('visibilitychange', lookAgain);
    return () => {
      document.removeEventListener('visibilitychange', lookAgain);
      source?.close();
      if (timer) clearTimeout(timer);
    };
  }, [client, workshopId]);
}
