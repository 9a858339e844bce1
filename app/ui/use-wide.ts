import { useWindowDimensions } from 'react-native';
import { WIDE_FROM } from './tokens';

/** Whether there is room for panes side by side. */
export const useWide = (): boolean => useWindowDimensions().width >= WIDE_FROM;
