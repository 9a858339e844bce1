import { usePathname } from 'expo-router';
import { lazy, Suspense, useState, type ComponentType } from 'react';
import { View } from 'react-native';
import { Boundary } from './boundary';
import { Waiting } from './states';
import { SPACE } from './tokens';

/** What was opened anew once already because its scripts were gone: a second time would go on for ever. */
const OPENED_ANEW = 'keen-anvil.opened-anew';

/** Whether the server answers at all, as against a script that it has no more. */
const isServerThere = (): Promise<boolean> =>
  fetch('/manifest.webmanifest', { method: 'HEAD', cache: 'no-store' }).then(
    ({ ok }) => ok,
    () => false,
  );

/**
 * A page whose scripts are fetched when it is opened first: `lazyPage(async () => (await import('…/job-page')).JobPage)`. Where
 * a newer build has replaced them, the window is opened anew once; where the server cannot be reached, that is said, and it
 * can be tried again.
 */
export function lazyPage<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  const fetched = () =>
    lazy(async () => {
      try {
        const component = await load();
        globalThis.sessionStorage?.removeItem(OPENED_ANEW);
        return { default: component };
      } catch (error) {
        // What failed once fails for ever: whoever tries again gets another one.
        page = fetched();
        if (!(await isServerThere()))
          throw new Error('The workshop’s server cannot be reached, and this page was not open before.');
        if (globalThis.sessionStorage?.getItem(OPENED_ANEW) !== null) throw error;
        sessionStorage.setItem(OPENED_ANEW, location.pathname);
        location.reload();
        return await new Promise<never>(() => undefined);
      }
    });
  let page = fetched();
  function Fetched(props: Props) {
    const [Page] = useState(() => page);
    return (
      <Suspense
        fallback={
          <View style={{ padding: SPACE.wide }}>
            <Waiting />
          </View>
        }
      >
        <Page {...props} />
      </Suspense>
    );
  }
  // A fault is caught here, below the router's slot: taken away, that would lose the address.
  return function LazyPage(props: Props) {
    return (
      <Boundary resetKeys={[usePathname()]}>
        <Fetched {...props} />
      </Boundary>
    );
  };
}
