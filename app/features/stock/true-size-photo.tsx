import type { Bounds, Point } from '@keen-anvil/core/geometry';
import { cornersOf, KNOWN_SIZES, type Straightened, type TappedPlace } from '@keen-anvil/core/photo';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { addresses } from '@keen-anvil/contract';
import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Input } from '../../ui/elements';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import type { PhotoWorker } from '../../workers/photo.worker';
import { pickFile } from '../api/pick-file';
import { readPixels, type Pixels } from '../api/read-pixels';
import { saveFile } from '../api/save-file';
import { TapPicture } from './tap-picture';

/** A photo has no more pixels than this along a side here: more tell nothing of an outline. */
const MOST_PX = 2400;
/** Places of a rectangle in the order in which they are tapped: its corners, then what makes it more exact. */
const PLACES = [
  'upper left corner',
  'upper right corner',
  'lower right corner',
  'lower left corner',
  'middle of its upper side',
  'middle of its right side',
  'middle of its lower side',
  'middle of its left side',
  'middle',
] as const;
const CORNERS = 4;

const places = ({ widthMm, heightMm }: { widthMm: number; heightMm: number }): Point[] => [
  ...cornersOf({ widthMm, heightMm }),
  { x: widthMm / 2, y: 0 },
  { x: widthMm, y: heightMm / 2 },
  { x: widthMm / 2, y: heightMm },
  { x: 0, y: heightMm / 2 },
  { x: widthMm / 2, y: heightMm / 2 },
];

/** A photo as it would be from straight above, in mm. */
export interface FlatPhoto {
  uri: string;
  blob: Blob;
  width: number;
  height: number;
  box: Bounds;
  pixelsPerMm: number;
}

/** The worker's own sentences come over as they are. */
const start = (): { worker: Worker; remote: Remote<PhotoWorker> } => {
  const worker = new Worker(new URL('../../workers/photo.worker', window.location.href));
  return { worker, remote: wrap<PhotoWorker>(worker) };
};

/** A worker for photos, started when it is first asked for, and ended with what asked. */
export function usePhotoWorker(): () => Remote<PhotoWorker> {
  const running = useRef<ReturnType<typeof start> | null>(null);
  useEffect(
    () => () => {
      running.current?.worker.terminate();
      running.current = null;
    },
    [],
  );
  return useCallback(() => (running.current ??= start()).remote, []);
}

interface TrueSizePhotoProps {
  /** What the key says before a photo is there. */
  title: string;
  /** What the photo is of. */
  label: string;
  /** What should be done before it is taken. */
  hint: string;
  /** The very thing, where its size is known. */
  itself?: { label: string; widthMm: number; heightMm: number };
  remote: () => Remote<PhotoWorker>;
  /** null: it is taken anew. */
  onFlat: (flat: FlatPhoto | null, isItself: boolean) => void;
}

interface Known {
  label: string;
  widthMm: number;
  heightMm: number;
}

/** Brings a photo to true size: by a marker page that is found by itself, or by tapping the corners of something known. */
export function TrueSizePhoto({ title, label, hint, itself, remote, onFlat }: TrueSizePhotoProps) {
  const { rust } = useTokens();
  const [photo, setPhoto] = useState<(Pixels & { uri: string }) | null>(null);
  const known: Record<string, Known> = {
    ...(itself ? { itself } : {}),
    ...KNOWN_SIZES,
    own: { label: 'Something else', widthMm: 300, heightMm: 300 },
  };
  const [chosen, setChosen] = useState(itself ? 'itself' : 'a4');
  const [own, setOwn] = useState({ width: '300', height: '300' });
  const [tapped, setTapped] = useState<Point[]>([]);
  const [wantsMore, setWantsMore] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);

  const afresh = () => {
    setTapped([]);
    setWantsMore(false);
    setSaid(null);
    setTrouble(null);
    onFlat(null, false);
  };
  const straighten = async (pixels: Pixels, at: TappedPlace[], isItself: boolean) => {
    try {
      const { picture, residualMm } = await remote().straighten(pixels.width, pixels.height, pixels.data, at);
      onFlat(await asFlat(picture), isItself);
      setTrouble(null);
      return residualMm;
    } catch (error) {
      setTrouble((error as Error).message);
      return null;
    }
  };
  const pick = async () => {
    const file = await pickFile('image/*');
    if (!file) return;
    try {
      const pixels = await readPixels(file, MOST_PX);
      afresh();
      setPhoto({ ...pixels, uri: URL.createObjectURL(file) });
      const found = await remote().markerPage(pixels.width, pixels.height, pixels.data);
      if (!found) return;
      const left = await straighten(pixels, found, false);
      if (left !== null)
        setSaid(`The marker page was found: ${found.length} dots fit to ${formatNumber(left, 2)} mm. Nothing to tap.`);
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const size =
    chosen === 'own'
      ? { widthMm: parseTypedNumber(own.width) ?? 0, heightMm: parseTypedNumber(own.height) ?? 0 }
      : known[chosen];
  const most = wantsMore ? PLACES.length : CORNERS;
  const tap = async (at: Point) => {
    if (!photo || tapped.length >= most) return;
    const all = [...tapped, at];
    setTapped(all);
    if (all.length < CORNERS) return;
    if (!(size.widthMm >= 10 && size.heightMm >= 10)) {
      setTrouble(
        'What it is measured by has to be 10 mm or more, both ways: type its width and height, then tap its corners anew.',
      );
      return;
    }
    const mm = places(size);
    const left = await straighten(
      photo,
      all.map((px, i) => ({ mm: mm[i], px })),
      chosen === 'itself',
    );
    if (left === null) return;
    setSaid(
      all.length === CORNERS
        ? null
        : `${all.length} places fit to ${formatNumber(left, 2)} mm${all.length === PLACES.length ? ', with the bend of the lens' : ''}.`,
    );
  };
  const isTapping = photo !== null && tapped.length < most && !(said && tapped.length === 0);
  return (
    <View style={{ gap: SPACE.small }}>
      <TextKey title={photo ? 'Take another photo' : title} icon="camera-outline" onPress={() => void pick()} />
      {photo ? null : (
        <>
          <Aside>{hint}</Aside>
          <TextKey
            title="Print the marker page (PDF)"
            icon="printer-outline"
            onPress={() => void saveFile(addresses.markerPage()).catch((error: Error) => setTrouble(error.message))}
          />
        </>
      )}
      {isTapping ? (
        <>
          {tapped.length < CORNERS ? (
            <Chips
              label="What it is measured by"
              options={Object.entries(known).map(([value, { label: name }]) => ({ value, label: name }))}
              chosen={chosen}
              onChoose={setChosen}
            />
          ) : null}
          {chosen === 'own' && tapped.length < CORNERS ? (
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
          <Strong>{`Tap the ${PLACES[tapped.length]}`}</Strong>
          <TapPicture
            label={label}
            uri={photo.uri}
            width={photo.width}
            height={photo.height}
            marks={tapped}
            onTap={(at) => void tap(at)}
          />
        </>
      ) : null}
      {said ? <Aside testID="true-size">{said}</Aside> : null}
      {photo && tapped.length ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
          <TextKey title="Tap the corners anew" icon="undo" onPress={afresh} />
          {tapped.length >= CORNERS && !wantsMore ? (
            <TextKey title="Tap more, to be more exact" icon="target" onPress={() => setWantsMore(true)} />
          ) : null}
        </View>
      ) : null}
      {trouble ? (
        <Body role="alert" style={{ color: rust }}>
          {trouble}
        </Body>
      ) : null}
    </View>
  );
}

export const inMm = ({ box, pixelsPerMm }: Pick<FlatPhoto, 'box' | 'pixelsPerMm'>, { x, y }: Point): Point => ({
  x: box.minX + x / pixelsPerMm,
  y: box.minY + y / pixelsPerMm,
});
export const inPixels = ({ box, pixelsPerMm }: Pick<FlatPhoto, 'box' | 'pixelsPerMm'>, { x, y }: Point): Point => ({
  x: (x - box.minX) * pixelsPerMm,
  y: (y - box.minY) * pixelsPerMm,
});

/** A photo that the worker has straightened, to be shown and kept. */
export async function asFlat(picture: Straightened): Promise<FlatPhoto> {
  const blob = await asPng(picture);
  const { width, height, box, pixelsPerMm } = picture;
  return { uri: URL.createObjectURL(blob), blob, width, height, box, pixelsPerMm };
}

async function asPng({ width, height, data }: Straightened): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(Uint8ClampedArray.from(data), width, height), 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}
