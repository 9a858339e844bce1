import { lazy, Suspense, type ComponentProps } from 'react';
import { View } from 'react-native';
import type ChartOfKit from './chart-kit';

const Chart = lazy(() => import('./chart-kit'));

/** A line chart; what draws it is fetched when the first one is shown, and its place is kept until then. */
export function LineChart(props: ComponentProps<typeof ChartOfKit>) {
  return (
    <Suspense fallback={<View style={{ width: props.width, height: props.height }} />}>
      <Chart {...props} />
    </Suspense>
  );
}
