import { addresses } from '@keen-anvil/contract';
import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { MockupWorker } from '../../workers/mockup.worker';
import { layersOf, type MockupDesign, type MockupPlace } from './mockup-wish';

/** A mock-up as it is painted: the last one stays until the next is there. */
export interface Painted {
  blob: Blob | null;
  uri: string | null;
  error: Error | null;
}

/** Paints a design on the photo of its blank in a worker; what is asked while it paints is painted next. */
export function useMockup(design: MockupDesign, place: MockupPlace | null): Painted {
  const [painted, setPainted] = useState<Painted>({ blob: null, uri: null, error: null });
  const running = useRef<{ worker: Worker; remote: Remote<MockupWorker> } | null>(null);
  const wanted = useRef<MockupPlace | null>(null);
  const isBusy = useRef(false);
  useEffect(
    () => () => {
      running.current?.worker.terminate();
      running.current = null;
    },
    [],
  );
  useEffect(() => {
    wanted.current = place;
    if (!place || isBusy.current) return;
    isBusy.current = true;
    const paint = async () => {
      const layers = await layersOf(design);
      for (let now = wanted.current; now; now = wanted.current) {
        wanted.current = null;
        running.current ??= start();
        const photo = await (await fetch(addresses.photo({ id: now.photo.photoId }))).blob();
        const { isRound, measures, turn, above, at, degrees } = now;
        const blob = await running.current.remote.paint({
          photo,
          box: now.photo.box,
          layers,
          design: design.box,
          at,
          degrees,
          round: isRound ? { measures, turn, above, origin: originOf(design) } : null,
        });
        setPainted((before) => {
          if (before.uri) URL.revokeObjectURL(before.uri);
          return { blob, uri: URL.createObjectURL(blob), error: null };
        });
      }
    };
    paint()
      .catch((error: Error) => setPainted((before) => ({ ...before, error })))
      .finally(() => {
        isBusy.current = false;
      });
  }, [design, place]);
  return painted;
}

/** What was drawn flat goes round with its middle before one, its upper edge at the rim. */
const originOf = ({ cup, box }: MockupDesign) =>
  cup?.origin ?? { x: (box.minX + box.maxX) / 2, y: box.minY - (box.maxY - box.minY) / 4 };

function start() {
  const worker = new Worker(new URL('../../workers/mockup.worker', window.location.href));
  return { worker, remote: wrap<MockupWorker>(worker) };
}
