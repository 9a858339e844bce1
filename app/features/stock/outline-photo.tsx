import { signedArea, type Point } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { StepNumber } from '../../ui/step-number';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { FlatPicture } from './flat-picture';
import { TrueSizePhoto, usePhotoWorker, type FlatPhoto } from './true-size-photo';

/** The outline of a piece from its photo: something known brings it to true size, a tap says which colour the piece has, its corners can be moved. */
export function OutlinePhoto({ onOutline }: { onOutline: (outline: Point[], photo: FlatPhoto) => void }) {
  const { rust } = useTokens();
  const remote = usePhotoWorker();
  const [flat, setFlat] = useState<FlatPhoto | null>(null);
  const [tapped, setTapped] = useState<Point | null>(null);
  const [tolerance, setTolerance] = useState(60);
  const [outline, setOutline] = useState<Point[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const look = async (at: Point, most: number) => {
    setTapped(at);
    try {
      const found = await remote().outline(at, most);
      setOutline(found);
      setTrouble(null);
      onOutline(found, flat!);
    } catch (error) {
      setOutline(null);
      setTrouble((error as Error).message);
    }
  };
  const moveCorner = (i: number, at: Point) => {
    const moved = outline!.map((point, k) => (k === i ? at : point));
    setOutline(moved);
    onOutline(moved, flat!);
  };
  return (
    <View style={{ gap: SPACE.small }}>
      <TrueSizePhoto
        title="Take it from a photo"
        label="Photo of the piece"
        hint="Lay something of a known size beside the piece, flat on the same mat; or the marker page, and nothing has to be tapped."
        remote={remote}
        onFlat={(next) => {
          setFlat(next);
          setTapped(null);
          setOutline(null);
          setTrouble(null);
        }}
      />
      {flat ? (
        <>
          <Strong>{outline ? sayOutline(outline) : 'Tap the middle of the piece'}</Strong>
          <FlatPicture
            label="The piece from straight above"
            flat={flat}
            marks={tapped && !outline ? [tapped] : []}
            outline={outline}
            onTap={(at) => void look(at, tolerance)}
            onMoveCorner={outline ? moveCorner : undefined}
          />
          {outline ? <Aside>A corner that lies wrong can be dragged to its place.</Aside> : null}
          {tapped ? (
            <StepNumber
              label="Difference of colour that still counts"
              unit=""
              value={tolerance}
              min={5}
              max={300}
              step={5}
              onChange={(next) => {
                setTolerance(next);
                void look(tapped, next);
              }}
            />
          ) : null}
        </>
      ) : null}
      {trouble ? (
        <Body role="alert" style={{ color: rust }}>
          {trouble}
        </Body>
      ) : null}
    </View>
  );
}

function sayOutline(outline: readonly Point[]): string {
  const xs = outline.map(({ x }) => x);
  const ys = outline.map(({ y }) => y);
  const [across, down] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  return `${formatNumber(across, 0)} × ${formatNumber(down, 0)} mm, ${formatNumber(Math.abs(signedArea([...outline])) / 100, 0)} cm²`;
}
