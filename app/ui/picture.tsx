import Svg, { type SvgProps } from 'react-native-svg';
import { inUnits } from './in-units';
import { useUnits } from './units';

/** A picture that is drawn, with what it shows for whoever hears it: its lengths in the maker's unit. */
export function Picture({ label, ...drawn }: Omit<SvgProps, 'role' | 'aria-label'> & { label: string }) {
  const { chosen } = useUnits();
  return <Svg role="img" aria-label={inUnits(label, chosen)} {...drawn} />;
}
