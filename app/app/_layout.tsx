// Before the router listens for Back.
import '../ui/back-closes';
import { QueryClientProvider } from '@tanstack/react-query';
import { Slot } from 'expo-router';
import { useState } from 'react';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { View } from 'react-native';
import { AwayBar } from '../features/api/away-bar';
import { useChanges } from '../features/api/changes';
import { createQueryClient } from '../features/api/query-client';
import { askForBench } from '../features/bench/ask-for-bench';
import { useWorkshops } from '../features/shop/queries';
import { MachinesProvider } from '../features/shop/machines-context';
import { Frame } from '../ui/frame';
import '../ui/global.css';
import { BenchBookTheme } from '../ui/theme';
import { UnitsProvider } from '../ui/units';

/** Hears what is changed on other phones. */
function Changes() {
  useChanges(useWorkshops().data?.find(({ isHere }) => isHere)?.id);
  return null;
}

export default function RootLayout() {
  const [client] = useState(() => askForBench(createQueryClient()));
  return (
    <SafeAreaProvider>
      <QueryClientProvider client={client}>
        <BenchBookTheme>
          <UnitsProvider>
            <MachinesProvider>
              <View style={{ flex: 1 }}>
                <Changes />
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
