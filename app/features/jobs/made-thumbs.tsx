import { addresses } from '@keen-anvil/contract';
import { joinBounds, type CurveContour } from '@keen-anvil/core/geometry';
import { useId, type ReactNode } from 'react';
import Svg, { ClipPath, Defs, G, Image, Path } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import type { BoxedPart } from './all-parts';
import { curvePath } from './curve-path';
import { pathOf } from './drawn-groups';

const [WIDTH, HEIGHT] = [72, 52];
/** Room round the parts, as a share of them. */
const ROOM = 0.18;

interface Frame {
  minX: number;
  minY: number;
  across: number;
  down: number;
  /** One px, in mm. */
  px: number;
}

function frameOf(parts: readonly BoxedPart[]): Frame {
  const { minX, maxX, minY, maxY } = parts.map(({ bounds }) => bounds).reduce(joinBounds);
  const room = ROOM * Math.max(maxX - minX, maxY - minY, 0.1);
  const [across, down] = [maxX - minX + 2 * room, maxY - minY + 2 * room];
  return { minX: minX - room, minY: minY - room, across, down, px: Math.max(across / WIDTH, down / HEIGHT) };
}

const Small = ({ frame: { minX, minY, across, down }, children }: { frame: Frame; children: ReactNode }) => (
  <Svg width={WIDTH} height={HEIGHT} viewBox={`${minX} ${minY} ${across} ${down}`}>
    {children}
  </Svg>
);

/** These parts as a sticker: printed in their colours on their rim. */
export function StickerThumb({ parts, rim }: { parts: readonly BoxedPart[]; rim: readonly CurveContour[] }) {
  const { ink } = useTokens();
  const frame = frameOf(parts);
  return (
    <Small frame={frame}>
      <Path d={curvePath(rim)} fill="#fdfdfb" stroke={ink} strokeWidth={1.2 * frame.px} />
      {parts.map((part) => (
        <Path key={part.id} d={pathOf(part)} fill={part.colour} fillRule="evenodd" />
      ))}
    </Small>
  );
}

/** A picture seen inside the first of these parts; ruled while there is none. */
export function WindowThumb({ parts, pictureId }: { parts: readonly BoxedPart[]; pictureId: string | null }) {
  const { ink } = useTokens();
  const id = useId();
  const [first] = parts;
  const frame = frameOf([first]);
  const { minX, maxX, minY, maxY } = first.bounds;
  return (
    <Small frame={frame}>
      <Defs>
        <ClipPath id={id}>
          <Path d={pathOf(first)} clipRule="evenodd" />
        </ClipPath>
      </Defs>
      <G clipPath={`url(#${id})`}>
        {pictureId ? (
          <Image
            href={addresses.drawingPicture({ id: pictureId })}
            x={minX}
            y={minY}
            width={maxX - minX}
            height={maxY - minY}
            preserveAspectRatio="xMidYMid slice"
          />
        ) : (
          <Path d={`M${minX} ${maxY}L${maxX} ${minY}`} stroke={ink} strokeWidth={frame.px} />
        )}
      </G>
      <Path d={pathOf(first)} fill="none" stroke={ink} strokeWidth={1.4 * frame.px} />
    </Small>
  );
}

/** The stencil that they are debossed over: reversed, cut out of its sheet. */
export function StencilThumb({ parts }: { parts: readonly BoxedPart[] }) {
  const { ink } = useTokens();
  const frame = frameOf(parts);
  const { minX, minY, across, down, px } = frame;
  const sheet = `M${minX} ${minY}h${across}v${down}h${-across}Z`;
  return (
    <Small frame={frame}>
      <G transform={`translate(${2 * minX + across} 0) scale(-1 1)`}>
        <Path
          d={sheet + parts.map(pathOf).join('')}
          fill={ink}
          fillOpacity={0.3}
          fillRule="evenodd"
          stroke={ink}
          strokeWidth={1.2 * px}
        />
      </G>
    </Small>
  );
}
