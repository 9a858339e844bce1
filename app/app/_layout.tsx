import 'reflect-metadata';
import { AtkinsonHyperlegible_400Regular } from '@expo-google-fonts/atkinson-hyperlegible/400Regular';
import { AtkinsonHyperlegible_700Bold } from '@expo-google-fonts/atkinson-hyperlegible/700Bold';
import { IBMPlexMono_500Medium } from '@expo-google-fonts/ibm-plex-mono/500Medium';
import { ZillaSlab_600SemiBold } from '@expo-google-fonts/zilla-slab/600SemiBold';
import { ZillaSlab_700Bold } from '@expo-google-fonts/zilla-slab/700Bold';
import MaterialCommunityIcons from '@expo/vector-icons/MaterialCommunityIcons';
import { QueryClientProvider } from '@tanstack/react-query';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { useState } from 'react';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { View } from 'react-native';
import { AwayBar } from '../features/api/away-bar';
import { createQueryClient } from '../features/api/query-client';
import { MachinesProvider } from '../features/shop/machines-context';
import { Frame } from '../ui/frame';
import '../ui/global.css';
import { BenchBookTheme } from '../ui/theme';
import { UnitsProvider } from '../ui/units';

export default function RootLayout() {
  const [client] = useState(createQueryClient);
  const [areFontsThere, fontError] = useFonts({
    ZillaSlab_600SemiBold,
    ZillaSlab_700Bold,
    AtkinsonHyperlegible_400Regular,
    AtkinsonHyperlegible_700Bold,
    IBMPlexMono_500Medium,
    ...MaterialCommunityIcons.font,
  });
  // Without its own fonts the book is still readable in the device's.
  if (!areFontsThere && !fontError) return null;
  return (
    <SafeAreaProvider>
      <QueryClientProvider client={client}>
        <BenchBookTheme>
          <UnitsProvider>
            <MachinesProvider>
              <View style={{ flex: 1 }}>
                <AwayBar />
                <Frame>
                  <Slot />
                </Frame>
              </View>
            </MachinesProvider>
          </UnitsProvider>
        </BenchBookTheme>
      </QueryClientProvider>
    </SafeAreaProvider>
  );
}
