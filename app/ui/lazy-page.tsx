import { lazy, Suspense, type ComponentType } from 'react';
import { View } from 'react-native';
import { Waiting } from './states';
import { SPACE } from './tokens';

/** What was tried anew once already because its scripts were gone: a second time would go on for ever. */
const TRIED = 'keen-anvil.opened-anew';

/**
 * A page whose scripts are fetched when it is opened first: `lazyPage(async () => (await import('…/job-page')).JobPage)`. Where they
 * cannot be had, as after the server got a newer build, the window is opened anew once; what was typed is kept as a draft.
 */
export function lazyPage<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  const Page = lazy(async () => {
    try {
      const component = await load();
      globalThis.sessionStorage?.removeItem(TRIED);
      return { default: component };
    } catch (error) {
      if (globalThis.sessionStorage?.getItem(TRIED) === null) {
        sessionStorage.setItem(TRIED, location.pathname);
        location.reload();
        return await new Promise<never>(() => undefined);
      }
      throw error;
    }
  });
  return function LazyPage(props: Props) {
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
  };
}
