import type { ArtworkView, JobDetail } from '@keen-anvil/contract';
import { isKeptPicture, sourceOf } from '@keen-anvil/core/artwork-choices';
import { printMeasures, type Print } from '@keen-anvil/core/jobs';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { Chips } from '../../ui/chips';
import { ColourKeys } from '../../ui/colour-keys';
import { Columns } from '../../ui/columns';
import { Button } from '../../ui/elements';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { Toggle } from '../../ui/toggle';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { allParts, type BoxedPart } from './all-parts';
import { BringIn } from './bring-in';
import { MeasureKeys } from './measure-keys';
import { useAct, useJob } from './queries';
import { WindowPicture } from './window-picture';

/** Pictures of the job cropped to parts: each part a window, moved, sized and turned under it. */
export function WindowPage({ jobId, partIds }: { jobId: string; partIds: string[] }) {
  const job = useJob(jobId);
  const back = { label: job.data?.name ?? 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } } as const;
  if (job.isError)
    return (
      <Page title="A picture inside" back={back}>
        <Trouble error={job.error} retry={() => void job.refetch()} />
      </Page>
    );
  if (!job.data)
    return (
      <Page title="A picture inside" back={back}>
        <Waiting />
      </Page>
    );
  const wanted = new Set(partIds);
  const windows = allParts(job.data).filter(({ id }) => wanted.has(id));
  // Those that are kept as pictures come first: the others are there to be traced.
  const pictures = job.data.artworks
    .filter(({ source }) => sourceOf(source).isPicture)
    .sort((a, b) => Number(isKeptPicture(b)) - Number(isKeptPicture(a)));
  if (windows.length === 0)
    return (
      <Page title="A picture inside" back={back}>
        <Nothing title="No such part in this job">
          It was made into something else, or taken out. Choose a part of the drawing again.
        </Nothing>
      </Page>
    );
  if (pictures.length === 0)
    return (
      <Page title="A picture inside" back={back}>
        <Nothing title="No picture in this job yet">
          Bring one in: it is printed inside the part, cut by its outline.
        </Nothing>
        <BringIn jobId={jobId} isMore />
      </Page>
    );
  return <Windows job={job.data} windows={windows} pictures={pictures} />;
}

interface WindowsProps {
  job: JobDetail;
  windows: BoxedPart[];
  pictures: ArtworkView[];
}

/** What is printed in a window already, or the next picture by turns. */
function startOf({ printedBy, artworkId }: BoxedPart, i: number, pictures: readonly ArtworkView[]): Print {
  if (printedBy?.drawingId) return printedBy;
  // What was traced from a picture has that one, where it lies.
  const own = pictures.find(({ id }) => id === artworkId);
  return {
    drawingId: (own ?? pictures[i % pictures.length]).id,
    isAsDrawn: own !== undefined,
    fill: null,
    measures: {},
  };
}

function Windows({ job, windows, pictures }: WindowsProps) {
  const { rust } = useTokens();
  const router = useRouter();
  const { height } = useWindowDimensions();
  const act = useAct(job.id);
  const [prints, setPrints] = useState<Record<string, Print>>(() =>
    Object.fromEntries(windows.map((part, i) => [part.id, startOf(part, i, pictures)])),
  );
  const [inHand, setInHand] = useState(windows[0].id);
  const [measure, setMeasure] = useState('size');

  const part = windows.find(({ id }) => id === inHand) ?? windows[0];
  const print = prints[part.id] ?? startOf(part, 0, pictures);
  const picture = pictures.find(({ id }) => id === print.drawingId) ?? pictures[0];
  const list = printMeasures(print);
  const measures = Object.fromEntries(list.map(({ name, usual }) => [name, print.measures[name] ?? usual]));
  const set = (change: Partial<Print>) => setPrints((now) => ({ ...now, [part.id]: { ...print, ...change } }));
  const turn = (changes: Record<string, number>) =>
    set({
      measures: Object.fromEntries(
        list.map(({ name, min, max }) => [
          name,
          Math.round(Math.min(max, Math.max(min, changes[name] ?? measures[name])) * 100) / 100,
        ]),
      ),
    });
  const leave = () =>
    router.canGoBack() ? router.back() : router.replace({ pathname: '/jobs/[id]', params: { id: job.id } });
  const asked = windows.map(({ id }, i) => ({ partId: id, print: prints[id] ?? startOf(windows[i], i, pictures) }));
  return (
    <Page
      title="A picture inside"
      maxWidth={1100}
      back={{ label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } }}
      foot={
        <>
          <Button
            title={windows.length > 1 ? `Print them in ${windows.length} parts` : 'Print it so'}
            loading={act.isPending}
            onPress={() => act.mutate({ do: 'print-parts', prints: asked }, { onSuccess: leave })}
          />
        </>
      }
    >
      <Columns
        first={
          <>
            <WindowPicture
              part={part}
              picture={picture}
              print={print}
              measures={measures}
              maxHeight={height * 0.36}
              onTurn={turn}
            />
            <Aside>Drag the picture; two fingers or the wheel make it larger, two fingers turn it.</Aside>
            {act.isError ? (
              <Body role="alert" style={{ color: rust }}>
                {act.error.message}
              </Body>
            ) : null}
          </>
        }
        second={
          <>
            {windows.length > 1 ? (
              <View style={{ gap: SPACE.small }}>
                <Strong>Which part is in hand</Strong>
                <Chips
                  label="Which part is in hand"
                  options={windows.map(({ id, name }, i) => ({ value: id, label: `${i + 1}: ${name}` }))}
                  chosen={part.id}
                  onChoose={setInHand}
                />
                <TextKey
                  title="Give the others this place, size and turn"
                  icon="content-copy"
                  onPress={() =>
                    setPrints((now) =>
                      Object.fromEntries(
                        windows.map((each, i) => [
                          each.id,
                          {
                            ...(now[each.id] ?? startOf(each, i, pictures)),
                            ...(print.isAsDrawn ? {} : { measures: print.measures }),
                            fill: print.fill,
                          },
                        ]),
                      ),
                    )
                  }
                />
              </View>
            ) : null}
            {pictures.length > 1 ? (
              <View style={{ gap: SPACE.small }}>
                <Strong>Picture</Strong>
                <Chips
                  label="Picture"
                  options={pictures.map(({ id, name }) => ({ value: id, label: name }))}
                  chosen={picture.id}
                  onChoose={(drawingId) => set({ drawingId, isAsDrawn: false })}
                />
              </View>
            ) : null}
            {picture.id === part.artworkId ? (
              <Toggle
                label="It stays where it was drawn"
                value={print.isAsDrawn}
                onChange={(isAsDrawn) => set({ isAsDrawn, measures: { bleed: measures.bleed } })}
              />
            ) : null}
            <MeasureKeys
              list={list}
              measures={measures}
              inHand={measure}
              onTake={setMeasure}
              onTurn={(name, value) => turn({ [name]: value })}
            />
            <ColourKeys
              label="What it does not cover"
              colours={[null, ...picture.facts.palette]}
              none="stays bare"
              chosen={print.fill}
              onChoose={(fill) => set({ fill })}
            />
          </>
        }
      />
    </Page>
  );
}
