import { signedArea, type Point } from '@keen-anvil/core/geometry';
import { cornersOf, KNOWN_SIZES, type Straightened, type TappedPlace } from '@keen-anvil/core/photo';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Input } from '../../ui/elements';
import { StepNumber } from '../../ui/step-number';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import type { PhotoWorker } from '../../workers/photo.worker';
import { pickFile } from '../api/pick-file';
import { readPixels, type Pixels } from '../api/read-pixels';
import { TapPicture } from './tap-picture';

const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'] as const;
/** A photo has no more pixels than this along a side here: more tell nothing of an outline. */
const MOST_PX = 2400;

/** What is measured by: its name and size in mm. */
const KNOWN = { ...KNOWN_SIZES, own: { label: 'Something else', widthMm: 300, heightMm: 300 } } as const;
type KnownName = keyof typeof KNOWN;

interface Photo extends Pixels {
  uri: string;
}

interface Flat {
  uri: string;
  picture: Straightened;
}

/** The worker's own sentences come over as they are. */
const start = (): { worker: Worker; remote: Remote<PhotoWorker> } => {
  const worker = new Worker(new URL('../../workers/photo.worker', window.location.href));
  return { worker, remote: wrap<PhotoWorker>(worker) };
};

/** The outline of a piece from its photo: four corners of something known bring it to true size, a tap says which colour the piece has. */
export function OutlinePhoto({ onOutline }: { onOutline: (outline: Point[]) => void }) {
  const { rust } = useTokens();
  const running = useRef<ReturnType<typeof start> | null>(null);
  const [photo, setPhoto] = useState<Photo | null>(null);
  const [known, setKnown] = useState<KnownName>('a4');
  const [own, setOwn] = useState({ width: '300', height: '300' });
  const [corners, setCorners] = useState<Point[]>([]);
  const [flat, setFlat] = useState<Flat | null>(null);
  const [tapped, setTapped] = useState<Point | null>(null);
  const [tolerance, setTolerance] = useState(60);
  const [outline, setOutline] = useState<Point[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => () => running.current?.worker.terminate(), []);

  const afresh = () => {
    setCorners([]);
    setFlat(null);
    setTapped(null);
    setOutline(null);
    setTrouble(null);
  };
  const pick = async () => {
    const file = await pickFile('image/*');
    if (!file) return;
    try {
      setPhoto({ ...(await readPixels(file, MOST_PX)), uri: URL.createObjectURL(file) });
      afresh();
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const size =
    known === 'own'
      ? { widthMm: parseTypedNumber(own.width) ?? 0, heightMm: parseTypedNumber(own.height) ?? 0 }
      : KNOWN[known];
  const tapCorner = async (at: Point) => {
    if (!photo || corners.length >= CORNERS.length) return;
    const all = [...corners, at];
    setCorners(all);
    if (all.length < CORNERS.length) return;
    if (!(size.widthMm >= 10 && size.heightMm >= 10)) {
      setTrouble(
        'What it is measured by has to be 10 mm or more, both ways: type its width and height, then tap its corners anew.',
      );
      return;
    }
    const mm = cornersOf(size);
    try {
      running.current ??= start();
      const places = all.map((px, i): TappedPlace => ({ mm: mm[i], px }));
      const picture = await running.current.remote.straighten(photo.width, photo.height, photo.data, places);
      setFlat({ picture, uri: await asUri(picture) });
      setTrouble(null);
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const look = async (at: Point, most: number) => {
    setTapped(at);
    try {
      const found = await running.current!.remote.outline(at, most);
      setOutline(found);
      setTrouble(null);
      onOutline(found);
    } catch (error) {
      setOutline(null);
      setTrouble((error as Error).message);
    }
  };
  return (
    <View style={{ gap: SPACE.small }}>
      <TextKey
        title={photo ? 'Take it from another photo' : 'Take it from a photo'}
        icon="camera-outline"
        onPress={() => void pick()}
      />
      {photo && !flat ? (
        <>
          <Aside>Lay something of a known size beside the piece, flat on the same mat.</Aside>
          <Chips
            label="What it is measured by"
            options={(Object.keys(KNOWN) as KnownName[]).map((value) => ({ value, label: KNOWN[value].label }))}
            chosen={known}
            onChoose={setKnown}
          />
          {known === 'own' ? (
            <View style={{ flexDirection: 'row', gap: SPACE.base }}>
              {(['width', 'height'] as const).map((side) => (
                <View key={side} style={{ flex: 1 }}>
                  <Input
                    label={`${side === 'width' ? 'Width' : 'Height'}, mm`}
                    aria-label={`${side === 'width' ? 'Width' : 'Height'} of what it is measured by, mm`}
                    inputMode="decimal"
                    value={own[side]}
                    onChangeText={(text) => setOwn({ ...own, [side]: text })}
                    renderErrorMessage={false}
                  />
                </View>
              ))}
            </View>
          ) : null}
          <Strong>
            {corners.length < CORNERS.length ? `Tap its ${CORNERS[corners.length]} corner` : 'Straightening it …'}
          </Strong>
          <TapPicture
            label="Photo of the piece"
            uri={photo.uri}
            width={photo.width}
            height={photo.height}
            marks={corners}
            onTap={(at) => void tapCorner(at)}
          />
          {corners.length ? <TextKey title="Tap the corners anew" icon="undo" onPress={afresh} /> : null}
        </>
      ) : null}
      {flat ? (
        <>
          <Strong>{outline ? sayOutline(outline) : 'Tap the middle of the piece'}</Strong>
          <TapPicture
            label="The piece from straight above"
            uri={flat.uri}
            width={flat.picture.width}
            height={flat.picture.height}
            marks={tapped ? [inPixels(flat.picture, tapped)] : []}
            outline={outline?.map((point) => inPixels(flat.picture, point))}
            onTap={(at) => void look(inMm(flat.picture, at), tolerance)}
          />
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
          <TextKey title="Tap the corners anew" icon="undo" onPress={afresh} />
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

const inMm = ({ box, pixelsPerMm }: Straightened, { x, y }: Point): Point => ({
  x: box.minX + x / pixelsPerMm,
  y: box.minY + y / pixelsPerMm,
});
const inPixels = ({ box, pixelsPerMm }: Straightened, { x, y }: Point): Point => ({
  x: (x - box.minX) * pixelsPerMm,
  y: (y - box.minY) * pixelsPerMm,
});

function sayOutline(outline: readonly Point[]): string {
  const xs = outline.map(({ x }) => x);
  const ys = outline.map(({ y }) => y);
  const [across, down] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  return `${formatNumber(across, 0)} × ${formatNumber(down, 0)} mm, ${formatNumber(Math.abs(signedArea([...outline])) / 100, 0)} cm²`;
}

async function asUri({ width, height, data }: Straightened): Promise<string> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(Uint8ClampedArray.from(data), width, height), 0, 0);
  return URL.createObjectURL(await canvas.convertToBlob({ type: 'image/png' }));
}
