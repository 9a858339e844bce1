import { useRouter, type Href } from 'expo-router';
import type { PropsWithChildren } from 'react';
import { Pressable, type GestureResponderEvent, type StyleProp, type ViewStyle } from 'react-native';

interface LinkPressProps {
  href: Href;
  /** What a screen reader says, where what is seen is not enough; what is seen has to be part of it. */
  label?: string;
  /** Where one is now. */
  isHere?: boolean;
  /** Changes place without a way back to here, as between the five places. */
  isPlace?: boolean;
  /** Goes there in its own way, where the usual one would lose something. */
  onGo?: () => void;
  style?: StyleProp<ViewStyle>;
}

/** The address of a link as the browser shows it and opens it in another tab. */
export function addressOf(href: Href): string {
  if (typeof href === 'string') return href;
  const rest = new Map(Object.entries(href.params ?? {}).filter(([, value]) => value !== undefined));
  const path = href.pathname.replace(/\[(?:\.\.\.)?(\w+)\]/g, (_, name: string) => {
    const value = rest.get(name);
    rest.delete(name);
    return encodeURIComponent(String(value));
  });
  const query = new URLSearchParams([...rest].map(([name, value]) => [name, String(value)])).toString();
  return query ? `${path}?${query}` : path;
}

/** A true link: it has an address, can be opened in another tab, and within the app goes there at once. */
export function LinkPress({
  href,
  label,
  isHere,
  isPlace = false,
  onGo,
  style,
  children,
}: PropsWithChildren<LinkPressProps>) {
  const router = useRouter();
  const go = (event?: GestureResponderEvent) => {
    const { ctrlKey, metaKey, shiftKey } = (event?.nativeEvent ?? {}) as unknown as MouseEvent;
    // The browser opens it elsewhere by itself.
    if (ctrlKey || metaKey || shiftKey) return;
    event?.preventDefault?.();
    if (onGo) onGo();
    else if (isPlace) router.navigate(href);
    else router.push(href);
  };
  return (
    <Pressable
      role="link"
      aria-label={label}
      aria-current={isHere ? 'page' : undefined}
      {...{ href: addressOf(href) }}
      onPress={go}
      style={style}
    >
      {children}
    </Pressable>
  );
}
