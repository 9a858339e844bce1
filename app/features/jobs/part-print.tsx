import { addresses } from '@keen-anvil/contract';
import type { ShownPrint } from '@keen-anvil/core/jobs';
import { useId } from 'react';
import { ClipPath, Defs, G, Image, Path } from 'react-native-svg';

interface PartPrintProps {
  print: ShownPrint;
  /** The part's outline as path data in the plane in which the print lies, mm. */
  path: string;
  /** How strong it is drawn; 1 for as it will be. */
  opacity?: number;
}

/** What is printed in a part: its picture inside the cut, its colour with the bleed beyond. */
export function PartPrint({ print: { picture, fill, bleedMm }, path, opacity = 1 }: PartPrintProps) {
  const id = useId();
  return (
    <G opacity={opacity} testID="print">
      <Defs>
        <ClipPath id={id}>
          <Path d={path} clipRule="evenodd" />
        </ClipPath>
      </Defs>
      {/* Its colour goes on beyond the cut, so that no bare edge is left where the cut is a little off. */}
      {fill ? (
        <Path
          d={path}
          fill={fill}
          fillRule="evenodd"
          stroke={bleedMm > 0 ? fill : 'none'}
          strokeWidth={2 * bleedMm}
          strokeLinejoin="round"
        />
      ) : null}
      {picture ? (
        <G clipPath={`url(#${id})`}>
          <G transform={`matrix(${picture.matrix.join(' ')})`}>
            <Image
              href={addresses.drawingPicture({ id: picture.drawingId })}
              x={0}
              y={0}
              width={picture.widthMm}
              height={picture.heightMm}
              preserveAspectRatio="none"
            />
          </G>
        </G>
      ) : null}
    </G>
  );
}
