import { Easing } from 'react-native';

// Animations read their curve when they begin, from timers: by then a busy machine may have ended the test file.
Easing.ease(0.5);

// The router wants a browser; a test that looks where it leads puts its own here.
jest.mock('expo-router', () => ({
  useRouter: () => ({
    push: () => undefined,
    replace: () => undefined,
    navigate: () => undefined,
    back: () => undefined,
    canGoBack: () => false,
  }),
  usePathname: () => '/',
  useLocalSearchParams: () => ({}),
}));
