import { createTheme, ThemeProvider } from './elements';
import { createContext, useContext, useEffect, useMemo, useState, type PropsWithChildren } from 'react';
import { Platform, useColorScheme } from 'react-native';
import { readPreference, writePreference } from './preference';
import { DARK, FONT, LIGHT, TARGET, type Tokens } from './tokens';

export type Light = 'as the device' | 'day' | 'dim shop';
export const LIGHTS: readonly Light[] = ['as the device', 'day', 'dim shop'];

interface Appearance {
  tokens: Tokens;
  light: Light;
  setLight: (light: Light) => void;
}

const AppearanceContext = createContext<Appearance>({
  tokens: LIGHT,
  light: 'as the device',
  setLight: () => undefined,
});

/** The colours in force. */
export const useTokens = (): Tokens => useContext(AppearanceContext).tokens;
/** Which set of colours the maker chose, and how to choose another. */
export const useAppearance = (): Appearance => useContext(AppearanceContext);

/** Gives everything below it the bench book's colours, in React Native Elements' theme too. */
export function BenchBookTheme({ children }: PropsWithChildren) {
  const [light, setLight] = useState<Light>(() => {
    const kept = readPreference('light');
    return LIGHTS.find((l) => l === kept) ?? 'as the device';
  });
  const device = useColorScheme();
  const isDark = light === 'dim shop' || (light === 'as the device' && device === 'dark');
  const tokens = isDark ? DARK : LIGHT;
  // What the browser draws itself, such as its scroll bars, follows.
  useEffect(() => {
    if (Platform.OS !== 'web' || typeof document === 'undefined') return;
    document.documentElement.style.colorScheme = isDark ? 'dark' : 'light';
    document.documentElement.dataset.light = isDark ? 'dim shop' : 'day';
    document.querySelector('meta[name=theme-color]')?.setAttribute('content', tokens.paper);
  }, [isDark, tokens]);
  const theme = useMemo(() => elementsTheme(tokens, isDark), [tokens, isDark]);
  const appearance = useMemo(
    () => ({
      tokens,
      light,
      setLight: (next: Light) => {
        writePreference('light', next);
        setLight(next);
      },
    }),
    [tokens, light],
  );
  return (
    <AppearanceContext.Provider value={appearance}>
      <ThemeProvider theme={theme} key={isDark ? 'dark' : 'light'}>
        {children}
      </ThemeProvider>
    </AppearanceContext.Provider>
  );
}

function elementsTheme(tokens: Tokens, isDark: boolean) {
  const colors = {
    primary: tokens.quench,
    secondary: tokens.slate,
    background: tokens.paper,
    white: tokens.card,
    black: tokens.ink,
    success: tokens.moss,
    warning: tokens.ember,
    error: tokens.rust,
    divider: tokens.rule,
  };
  return createTheme({
    mode: isDark ? 'dark' : 'light',
    lightColors: colors,
    darkColors: colors,
    components: {
      Button: ({ type }: { type?: 'solid' | 'outline' | 'clear' }) => ({
        titleStyle: {
          fontFamily: FONT.textBold,
          fontSize: 17,
          color: type === 'outline' ? tokens.quench : tokens.onStrong,
        },
        buttonStyle: { minHeight: TARGET, borderRadius: 4, paddingHorizontal: 18 },
        disabledStyle: type === 'outline' ? { borderColor: tokens.rule } : { backgroundColor: tokens.rule },
        disabledTitleStyle: { color: tokens.slate },
      }),
      Input: {
        inputStyle: { fontFamily: FONT.text, fontSize: 17, color: tokens.ink, minHeight: TARGET, minWidth: 0 },
        labelStyle: { fontFamily: FONT.textBold, fontSize: 15, color: tokens.slate, fontWeight: 'normal' },
        errorStyle: { fontFamily: FONT.text, fontSize: 15, color: tokens.rust, marginHorizontal: 0 },
        inputContainerStyle: { borderBottomColor: tokens.slate },
        containerStyle: { paddingHorizontal: 0 },
        placeholderTextColor: tokens.slate,
      },
      // Off is hollow, on is full; Elements would show both in the primary colour.
      Switch: {
        thumbColor: tokens.slate,
        ...({ activeThumbColor: tokens.onStrong } as object),
        trackColor: { false: tokens.rule, true: tokens.quench },
        style: { height: 32, width: 64 },
      },
      Text: { style: { fontFamily: FONT.text, color: tokens.ink } },
    },
  });
}
