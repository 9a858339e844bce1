import type { ReadingPreview } from '@keen-anvil/contract';
import { contourBounds } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { G, Image, Path } from 'react-native-svg';
import { Picture } from '../../ui/picture';
import { useTokens } from '../../ui/theme';
import { curvePath } from './curve-path';

interface PreviewPictureProps {
  reading: Pick<ReadingPreview, 'parts' | 'widthMm' | 'heightMm'>;
  /** The picture that was traced, to lie under its outlines. */
  under?: string;
  maxHeight: number;
}

const EDGE = 10;

/** What was read, as it will be: over its picture, or alone. */
export function PreviewPicture({ reading, under, maxHeight }: PreviewPictureProps) {
  const { card, rule, ink, ember } = useTokens();
  const [width, setWidth] = useState(0);
  const drawn = contourBounds(
    reading.parts.flatMap((part) => part.contours),
    0.2,
  );
  const box = under || !drawn ? { minX: 0, minY: 0, maxX: reading.widthMm, maxY: reading.heightMm } : drawn;
  const [across, down] = [Math.max(box.maxX - box.minX, 0.1), Math.max(box.maxY - box.minY, 0.1)];
  const scale = Math.max(0.001, Math.min((width - 2 * EDGE) / across, (maxHeight - 2 * EDGE) / down));
  return (
    <View
      testID="preview"
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      style={{
        width: '100%',
        minHeight: 80,
        backgroundColor: card,
        borderWidth: 1,
        borderColor: rule,
        borderRadius: 3,
      }}
    >
      {width > 0 ? (
        <Picture
          width={width}
          height={down * scale + 2 * EDGE}
          label={`${reading.parts.length} parts, ${formatNumber(across, 1)} by ${formatNumber(down, 1)} mm`}
        >
          <G
            transform={`translate(${(width - across * scale) / 2} ${EDGE}) scale(${scale}) translate(${-box.minX} ${-box.minY})`}
          >
            {under ? (
              <Image
                href={under}
                x={0}
                y={0}
                width={reading.widthMm}
                height={reading.heightMm}
                opacity={0.55}
                preserveAspectRatio="none"
              />
            ) : null}
            {reading.parts.map((part, i) => (
              <Path
                key={i}
                d={curvePath(part.contours)}
                fill={under ? 'none' : part.colour}
                fillOpacity={0.85}
                fillRule="evenodd"
                stroke={under ? ember : ink}
                strokeWidth={(under ? 2 : 1) / scale}
              />
            ))}
          </G>
        </Picture>
      ) : null}
    </View>
  );
}
