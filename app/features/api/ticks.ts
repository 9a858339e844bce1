import type { endpoints, LineTick } from '@keen-anvil/contract';
import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { ask } from './ask';

/** What has lines that are ticked off. */
interface HasTicks {
  id: string;
  ticked: string[];
}
/** A tick of one line. */
interface TickOf extends LineTick {
  id: string;
}

type TickingEndpoint = (typeof endpoints)['tickRun' | 'tickPressing'];

/**
 * Writes the ticks of lines one after the other. A tick is shown at once; an answer that was asked for before it is thrown away, so
 * that it does not take the tick from the screen again, and after the last one all is asked for anew.
 * @param key of the list that the ticked things stand in
 * @param scope what its ticks and starts go out by, one after the other
 * @param by what a tick is written to
 */
export function useTicks<T extends HasTicks>(key: QueryKey, scope: { id: string }, by: TickingEndpoint) {
  const client = useQueryClient();
  const name = ['ticks', ...key];
  return useMutation({
    scope,
    mutationKey: name,
    mutationFn: ({ id, line, isTicked }: TickOf) => ask(by, { id }, { body: { line, isTicked } }),
    onMutate: ({ id, line, isTicked }) => {
      void client.cancelQueries({ queryKey: key });
      const withLine = ({ ticked }: T) => {
        const others = ticked.filter((other) => other !== line);
        return isTicked ? [...others, line] : others;
      };
      client.setQueryData<T[]>(key, (all) =>
        all?.map((one) => (one.id === id ? { ...one, ticked: withLine(one) } : one)),
      );
    },
    onSettled: () =>
      client.isMutating({ mutationKey: name }) > 1 ? undefined : client.invalidateQueries({ queryKey: key }),
  });
}
