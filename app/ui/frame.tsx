import { Icon, type IconName } from './icon';
import { usePathname, type Href } from 'expo-router';
import type { PropsWithChildren } from 'react';
import { View } from 'react-native';
import { useSafeAreaInsets } from 'react-native-safe-area-context';
import { Boundary } from './boundary';
import { LinkPress } from './link-press';
import { useTokens } from './theme';
import { FONT, SPACE } from './tokens';
import { Aside, Heading } from './type';
import { useWide } from './use-wide';

interface Place {
  label: string;
  href: Href & string;
  icon: IconName;
}

const PLACES: readonly Place[] = [
  { label: 'Bench', href: '/', icon: 'anvil' },
  { label: 'Book', href: '/book', icon: 'book-open-page-variant-outline' },
  { label: 'Jobs', href: '/jobs', icon: 'clipboard-text-outline' },
  { label: 'Stock', href: '/stock', icon: 'layers-outline' },
  { label: 'Shop', href: '/shop', icon: 'wrench-outline' },
];

/** The five places: a bar at the foot of the phone, a rail at the left of a wide screen. A dial card fills the screen alone. */
export function Frame({ children }: PropsWithChildren) {
  const { paper, card, rule } = useTokens();
  const isWide = useWide();
  const path = usePathname();
  const insets = useSafeAreaInsets();
  const screen = (
    <View role="main" style={{ flex: 1 }}>
      <Boundary resetKeys={[path]}>{children}</Boundary>
    </View>
  );
  if (/\/dial$/.test(path)) return <View style={{ flex: 1, backgroundColor: paper }}>{screen}</View>;
  const links = PLACES.map((place) => (
    <PlaceLink
      key={place.href}
      place={place}
      isHere={place.href === '/' ? path === '/' : path.startsWith(place.href)}
      isWide={isWide}
    />
  ));
  if (isWide) {
    return (
      <View style={{ flex: 1, flexDirection: 'row', backgroundColor: paper }}>
        <View
          role="navigation"
          style={{
            width: 148,
            paddingVertical: SPACE.broad,
            borderRightWidth: 1,
            borderColor: rule,
            backgroundColor: card,
            gap: SPACE.hair,
          }}
        >
          <Heading style={{ paddingHorizontal: SPACE.wide, paddingBottom: SPACE.wide, fontFamily: FONT.headingBold }}>
            Keen{'\n'}Anvil
          </Heading>
          {links}
        </View>
        {screen}
      </View>
    );
  }
  return (
    <View style={{ flex: 1, backgroundColor: paper }}>
      {screen}
      <View
        role="navigation"
        style={{
          flexDirection: 'row',
          borderTopWidth: 1,
          borderColor: rule,
          backgroundColor: card,
          paddingBottom: insets.bottom,
        }}
      >
        {links}
      </View>
    </View>
  );
}

function PlaceLink({ place, isHere, isWide }: { place: Place; isHere: boolean; isWide: boolean }) {
  const { quench, slate } = useTokens();
  const colour = isHere ? quench : slate;
  return (
    <LinkPress
      label={place.label}
      href={place.href}
      isHere={isHere}
      isPlace
      style={
        isWide
          ? {
              flexDirection: 'row',
              alignItems: 'center',
              gap: SPACE.base,
              minHeight: 52,
              paddingHorizontal: SPACE.wide,
              borderRightWidth: isHere ? 4 : 0,
              borderColor: quench,
            }
          : {
              flex: 1,
              minHeight: 58,
              alignItems: 'center',
              justifyContent: 'center',
              borderTopWidth: 3,
              borderColor: isHere ? quench : 'transparent',
            }
      }
    >
      <Icon name={place.icon} size={24} color={colour} />
      <Aside style={{ color: colour, fontSize: isWide ? 16 : 13, fontFamily: isHere ? FONT.textBold : FONT.text }}>
        {place.label}
      </Aside>
    </LinkPress>
  );
}
