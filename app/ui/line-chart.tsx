import { lazy, Suspense, type ComponentProps, type ComponentType } from 'react';
import { View } from 'react-native';
import type ChartOfKit from './chart-kit';
import { Aside } from './type';

type ChartProps = ComponentProps<typeof ChartOfKit>;

/** Where what draws it cannot be had, as from a server that is away: the page around it stays. */
const NoChart = ({ width, height }: ChartProps) => (
  <View style={{ width, height, justifyContent: 'center' }}>
    <Aside>The chart could not be fetched. Open the page again when the server is back.</Aside>
  </View>
);
const Chart = lazy((): Promise<{ default: ComponentType<ChartProps> }> =>
  import('./chart-kit').catch(() => ({ default: NoChart })),
);

/** A line chart; what draws it is fetched when the first one is shown, and its place is kept until then. */
export function LineChart(props: ChartProps) {
  return (
    <Suspense fallback={<View style={{ width: props.width, height: props.height }} />}>
      <Chart {...props} />
    </Suspense>
  );
}
