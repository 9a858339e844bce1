import { Icon } from './icon';
import { useRouter, type Href } from 'expo-router';
import type { PropsWithChildren, ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { LinkPress } from './link-press';
import { useScreenTitle } from './screen-title';
import { useTokens } from './theme';
import { SPACE, TARGET } from './tokens';
import { Aside, Title } from './type';
import { useWide } from './use-wide';

interface PageProps {
  title: string;
  aside?: ReactNode;
  /** Where one came from, if this is not one of the five places. */
  back?: {
    label: string;
    href: Href;
    /** Not on a wide screen, where the list stands beside. */ isBesideList?: boolean;
  };
  /** The main action, kept at the foot of the page within the thumb's reach. */
  foot?: ReactNode;
  maxWidth?: number;
}

/** One page of the book. */
export function Page({ title, aside, back, foot, maxWidth = 720, children }: PropsWithChildren<PageProps>) {
  const { paper, rule } = useTokens();
  const isWide = useWide();
  useScreenTitle(title);
  return (
    <View style={{ flex: 1, backgroundColor: paper }}>
      <ScrollView
        contentContainerStyle={{
          padding: SPACE.wide,
          paddingBottom: SPACE.broad,
          gap: SPACE.wide,
          width: '100%',
          maxWidth,
          alignSelf: 'flex-start',
        }}
      >
        {back && !(back.isBesideList && isWide) ? <BackLink label={back.label} href={back.href} /> : null}
        <View style={{ gap: SPACE.hair }}>
          <Title>{title}</Title>
          {typeof aside === 'string' ? <Aside>{aside}</Aside> : aside}
        </View>
        {children}
      </ScrollView>
      {foot ? (
        <View style={{ padding: SPACE.base, borderTopWidth: 1, borderColor: rule, backgroundColor: paper }}>
          <View style={{ width: '100%', maxWidth, gap: SPACE.small }}>{foot}</View>
        </View>
      ) : null}
    </View>
  );
}

function BackLink({ label, href }: { label: string; href: Href }) {
  const { quench } = useTokens();
  const router = useRouter();
  return (
    <LinkPress
      href={href}
      label={`Back to ${label}`}
      onGo={() => (router.canGoBack() ? router.back() : router.replace(href))}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        minHeight: TARGET,
        alignSelf: 'flex-start',
        gap: SPACE.hair,
        marginVertical: -SPACE.small,
      }}
    >
      <Icon name="arrow-left" size={20} color={quench} />
      <Aside style={{ color: quench }}>{label}</Aside>
    </LinkPress>
  );
}
