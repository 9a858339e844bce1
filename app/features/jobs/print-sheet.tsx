import { paths, type JobDetail, type SheetOfStep, type StockPieceView } from '@keen-anvil/contract';
import {
  correctionFrom,
  laminateSize,
  MARK_NAMES,
  marksOf,
  USUAL_MARKS,
  type Correction,
} from '@keen-anvil/core/registration';
import { readMarks } from '@keen-anvil/core/standins';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Button, Input } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { readPreference, writePreference } from '../../ui/preference';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { saveFile } from '../api/save-file';
import { liesOnMarks } from './lies-on-marks';
import { PagePicture } from './page-picture';
import { useStartJob } from './run-queries';
import { SpeedUpChoice, useSpeedUp } from './speed-up';

export const PRINT_TITLE = 'The printed sheet';
/** What the printer's bar read last, on this device. */
const BAR = 'printer.bar';
const BAR_MM = 100;

/** A mark as it is typed. */
interface Typed {
  x: string;
  y: string;
}

const BARE: Typed[] = MARK_NAMES.map(() => ({ x: '', y: '' }));

/** The page of a sheet, and the marks that its cut is brought to. */
export function PrintSheet({ job, sheet, piece }: { job: JobDetail; sheet: SheetOfStep; piece: StockPieceView }) {
  const router = useRouter();
  const start = useStartJob(job.id);
  const { rust } = useTokens();
  const { speedUp, setSpeedUp } = useSpeedUp();
  const [bar, setBar] = useState(() => readPreference(BAR) ?? '');
  const [typed, setTyped] = useState<Typed[]>(BARE);
  const [look, setLook] = useState(0);
  const page = useMemo(() => ({ widthMm: piece.widthMm, heightMm: piece.lengthMm }), [piece]);
  const marks = useMemo(() => marksOf(page, USUAL_MARKS), [page]);
  const stretch = (parseTypedNumber(bar) ?? BAR_MM) / BAR_MM;
  const save = useMutation({ mutationFn: () => saveFile(paths.sheetPrint(job.id, sheet.id, stretch, stretch)) });
  const isStretchOdd = stretch < 0.9 || stretch > 1.1;
  const laminate = laminateSize(page, USUAL_MARKS);
  const read = typed.map(({ x, y }) => {
    const [across, along] = [parseTypedNumber(x), parseTypedNumber(y)];
    return across === null || along === null ? null : { x: across, y: along };
  });
  const isAnyRead = read.some(Boolean);
  const { correction, refusal } = isAnyRead ? tried(marks, read) : { correction: null, refusal: null };
  const letStandInLook = () => {
    // How the sheet really lies nobody knows but the stand-in.
    const seed = 7919 * (look + 1) + piece.widthMm;
    const [turn, dx, dy] = [0, 1, 2].map((i) => Math.sin(seed * (i + 1.7)));
    const [cos, sin] = [Math.cos(turn * 0.03), Math.sin(turn * 0.03)];
    const found = readMarks(marks, {
      lies: [cos, sin, -sin, cos, 3 * dx, 3 * dy],
      noiseMm: 0.1,
      glare: 0.05,
      missing: 0.02,
      seed,
    });
    setLook(look + 1);
    setTyped(found.map((at) => (at ? { x: at.x.toFixed(2), y: at.y.toFixed(2) } : { x: '', y: '' })));
  };
  const run = () =>
    start.mutate(
      {
        speedUp,
        marks: [
          {
            sheetId: sheet.id,
            read: read.flatMap((at, mark) => (at ? [{ mark, ...at }] : [])),
          },
        ],
      },
      { onSuccess: () => router.push({ pathname: '/jobs/[id]/run', params: { id: job.id } }) },
    );
  return (
    <Page
      title={PRINT_TITLE}
      maxWidth={1100}
      back={{ label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id, tab: 'Sheet' } } }}
      aside={`${piece.name}, ${formatNumber(page.widthMm, 1)} × ${formatNumber(page.heightMm, 1)} mm${sheet.of > 1 ? `, sheet ${sheet.turn} of ${sheet.of}` : ''}`}
      foot={
        <View style={{ gap: SPACE.small }}>
          {(start.error ?? save.error) ? (
            <Body role="alert" style={{ color: rust }}>
              {(start.error ?? save.error)!.message}
            </Body>
          ) : null}
          {correction ? <SpeedUpChoice speedUp={speedUp} onChange={setSpeedUp} /> : null}
          {correction ? (
            <Button title="Run where the print lies" loading={start.isPending} onPress={run} />
          ) : (
            <Button
              title="Save the page (PDF)"
              disabled={isStretchOdd}
              loading={save.isPending}
              onPress={() => save.mutate()}
            />
          )}
        </View>
      }
    >
      <PagePicture job={job} sheet={sheet} page={page} correction={correction} />
      {liesOnMarks(job, sheet, marks) ? (
        <Body role="alert" style={{ color: rust }}>
          What is printed lies on a mark or its dots: it could not be read. Move it inwards by hand.
        </Body>
      ) : null}
      <Leaf>
        <Strong>1 Print it at 100 %</Strong>
        <Body>Dots and brackets are what the cut is found by. Measure the bar at the foot of the page.</Body>
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
          <Aside>{`The ${BAR_MM} mm bar reads`}</Aside>
          <View style={{ width: 90 }}>
            <Input
              aria-label="What the bar reads, mm"
              inputMode="decimal"
              placeholder={String(BAR_MM)}
              value={bar}
              onChangeText={(text) => {
                setBar(text);
                writePreference(BAR, text);
              }}
              renderErrorMessage={false}
            />
          </View>
          <Aside>mm</Aside>
        </View>
        {isStretchOdd ? (
          <Body role="alert" style={{ color: rust }}>
            A bar of 90 to 110 mm was expected: what is further off was printed at another size.
          </Body>
        ) : stretch !== 1 ? (
          <Aside>{`The page is made ${formatNumber(Math.abs(100 - 100 / stretch), 2)} % ${stretch > 1 ? 'smaller' : 'larger'}, so that it comes out right. Print it again.`}</Aside>
        ) : null}
        {correction ? <TextKey title="Save the page (PDF)" icon="download" onPress={() => save.mutate()} /> : null}
      </Leaf>
      {laminate ? (
        <Leaf>
          <Strong>2 Laminate it, or leave it</Strong>
          <Body>{`Cut the film to ${formatNumber(laminate.widthMm, 1)} × ${formatNumber(laminate.heightMm, 1)} mm: it covers the work and leaves the marks bare.`}</Body>
        </Leaf>
      ) : null}
      <Leaf>
        <Strong>3 Where the marks lie in the machine</Strong>
        <Body>
          Let the camera look, or bring the head over the corner of each bracket and type what the machine shows.
        </Body>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
          <TextKey title="Let the stand-in look" icon="camera-outline" onPress={letStandInLook} />
          {isAnyRead ? <TextKey title="Forget them" icon="eraser" onPress={() => setTyped(BARE)} /> : null}
        </View>
        {MARK_NAMES.map((name, i) => (
          <MarkRow
            key={name}
            name={name}
            typed={typed[i]}
            residualMm={correction && read[i] ? correction.residualsMm[correction.used.indexOf(i)] : null}
            onChange={(next) => setTyped(typed.map((one, k) => (k === i ? next : one)))}
          />
        ))}
        {refusal ? (
          <Body role="alert" style={{ color: rust }}>
            {refusal}
          </Body>
        ) : correction ? (
          <Body testID="correction">{sayCorrection(correction)}</Body>
        ) : (
          <Aside>Two marks at least, better all four.</Aside>
        )}
      </Leaf>
    </Page>
  );
}

function tried(marks: Parameters<typeof correctionFrom>[0], read: Parameters<typeof correctionFrom>[1]) {
  try {
    return { correction: correctionFrom(marks, read), refusal: null };
  } catch (error) {
    return { correction: null, refusal: (error as Error).message };
  }
}

function sayCorrection({ turnDegrees, dxMm, dyMm, scaleX, scaleY, residualMm, used }: Correction): string {
  const percent = (scale: number) => `${formatNumber(100 * scale, 2)} %`;
  return `The sheet lies turned by ${formatNumber(turnDegrees, 2)}°, ${formatNumber(dxMm, 1)} mm across and ${formatNumber(dyMm, 1)} mm along, at ${percent(scaleX)} by ${percent(scaleY)}. The ${used.length} marks fit to ${formatNumber(residualMm, 2)} mm.`;
}

interface MarkRowProps {
  name: string;
  typed: Typed;
  residualMm: number | null;
  onChange: (typed: Typed) => void;
}

function MarkRow({ name, typed, residualMm, onChange }: MarkRowProps) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small }}>
      <View style={{ flex: 1 }}>
        <Body>{name}</Body>
        {residualMm !== null ? <Aside>{`${formatNumber(residualMm, 2)} mm off`}</Aside> : null}
      </View>
      {(['x', 'y'] as const).map((axis) => (
        <View key={axis} style={{ width: 92 }}>
          <Input
            aria-label={`${name}, ${axis === 'x' ? 'across' : 'along'}, mm`}
            inputMode="decimal"
            placeholder={axis === 'x' ? 'across' : 'along'}
            value={typed[axis]}
            onChangeText={(text) => onChange({ ...typed, [axis]: text })}
            renderErrorMessage={false}
          />
        </View>
      ))}
    </View>
  );
}
