import {
  addresses,
  type JobDetail,
  type MachineView,
  type SheetOfStep,
  type StockPieceView,
} from '@keen-anvil/contract';
import { laminateSize, marksFor, marksOf } from '@keen-anvil/core/registration';
import { readMarks } from '@keen-anvil/core/standins';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Columns } from '../../ui/columns';
import { Button, Input } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { readPreference, writePreference } from '../../ui/preference';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { saveFile } from '../api/save-file';
import { leavesPrinter, liesOnMarks } from './lies-on-marks';
import { PagePicture } from './page-picture';
import { bedOfMachine, marksToSend, ReadMarks, useReadMarks } from './read-marks';
import { useStartJob } from './run-queries';
import { SpeedUpChoice, useSpeedUp } from './speed-up';

export const PRINT_TITLE = 'The printed sheet';
/** What the printer's bar read last, on this device. */
const BAR = 'printer.bar';
const BAR_MM = 100;
/** What this device's printer leaves white at each edge. */
const WHITE = 'printer.white';
const USUAL_WHITE_MM = 4;

/** The page of a sheet, and the marks that its cut is brought to. */
export function PrintSheet({
  job,
  sheet,
  piece,
  machine,
}: {
  job: JobDetail;
  sheet: SheetOfStep;
  piece: StockPieceView;
  /** That cuts it: it looks for the marks. */
  machine: MachineView | undefined;
}) {
  const router = useRouter();
  const start = useStartJob(job.id);
  const { rust } = useTokens();
  const { speedUp, setSpeedUp } = useSpeedUp();
  const [bar, setBar] = useState(() => readPreference(BAR) ?? '');
  const [look, setLook] = useState(0);
  const page = useMemo(() => ({ widthMm: piece.widthMm, heightMm: piece.lengthMm }), [piece]);
  const set = useMemo(() => marksFor(machine), [machine]);
  const drawn = useMemo(() => marksOf(page, set), [page, set]);
  const marks = useReadMarks(drawn);
  const { correction } = marks;
  const [white, setWhite] = useState(() => readPreference(WHITE) ?? '');
  const stretch = (parseTypedNumber(bar) ?? BAR_MM) / BAR_MM;
  const save = useMutation({
    mutationFn: () =>
      saveFile(addresses.printPage({ id: job.id, sheetId: sheet.id, stretchX: stretch, stretchY: stretch })),
  });
  const isStretchOdd = stretch < 0.9 || stretch > 1.1;
  const laminate = laminateSize(page, set);
  const letStandInLook = () => {
    // How the sheet really lies nobody knows but the stand-in.
    const seed = 7919 * (look + 1) + piece.widthMm;
    const [turn, dx, dy] = [0, 1, 2].map((i) => Math.sin(seed * (i + 1.7)));
    const [cos, sin] = [Math.cos(turn * 0.03), Math.sin(turn * 0.03)];
    const found = readMarks(drawn, {
      lies: [cos, sin, -sin, cos, 3 * dx, 3 * dy],
      noiseMm: 0.1,
      glare: 0.05,
      missing: 0.02,
      seed,
    });
    setLook(look + 1);
    marks.take(found);
  };
  const run = () =>
    start.mutate(
      {
        speedUp,
        led: true,
        ...(machine?.driver && machine.driver !== 'stand-in' ? { speedUp: 1, driver: machine.driver } : {}),
        marks: [{ sheetId: sheet.id, read: marksToSend(marks) }],
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
      <Columns
        first={
          <>
            <PagePicture job={job} sheet={sheet} page={page} correction={correction} marks={set} />
            {liesOnMarks(job, sheet, page, set) ? (
              <Body role="alert" style={{ color: rust }}>
                What is printed lies on a mark or its dots: it could not be read. Move it inwards by hand.
              </Body>
            ) : null}
          </>
        }
        second={
          <>
            <Leaf>
              <Strong>1 Print it at 100 %</Strong>
              <Body>Dots and brackets are what the cut is found by. Measure the bar at the foot of the page.</Body>
              <MmLine
                says={`The ${BAR_MM} mm bar reads`}
                label="What the bar reads, mm"
                usual={BAR_MM}
                value={bar}
                onChange={(text) => {
                  setBar(text);
                  writePreference(BAR, text);
                }}
              />
              <MmLine
                says="It leaves white at each edge"
                label="What the printer leaves white, mm"
                usual={USUAL_WHITE_MM}
                value={white}
                onChange={(text) => {
                  setWhite(text);
                  writePreference(WHITE, text);
                }}
              />
              {leavesPrinter(job, sheet, page, set, parseTypedNumber(white) ?? USUAL_WHITE_MM) ? (
                <Body role="alert" style={{ color: rust }}>
                  Something lies where the printer leaves the page white. Move it inwards by hand, or set the marks of
                  the machine further in.
                </Body>
              ) : null}
              {isStretchOdd ? (
                <Body role="alert" style={{ color: rust }}>
                  A bar of 90 to 110 mm was expected: what is further off was printed at another size.
                </Body>
              ) : stretch !== 1 ? (
                <Aside>{`The page is made ${formatNumber(Math.abs(100 - 100 / stretch), 2)} % ${stretch > 1 ? 'smaller' : 'larger'}, so that it comes out right. Print it again.`}</Aside>
              ) : null}
              {correction ? (
                <TextKey title="Save the page (PDF)" icon="download" onPress={() => save.mutate()} />
              ) : null}
            </Leaf>
            {laminate ? (
              <Leaf>
                <Strong>2 Laminate it, or leave it</Strong>
                <Body>{`Cut the film to ${formatNumber(laminate.widthMm, 1)} × ${formatNumber(laminate.heightMm, 1)} mm: it covers the work and leaves the marks bare, as the broken line shows.`}</Body>
              </Leaf>
            ) : null}
            <Leaf>
              <Strong>3 Where the marks lie in the machine</Strong>
              <Body>
                Let the camera look, or bring the head over the corner of each bracket and type what the machine shows.
              </Body>
              <ReadMarks marks={marks} bed={machine ? bedOfMachine(machine) : null} onLook={letStandInLook} />
            </Leaf>
          </>
        }
      />
    </Page>
  );
}

interface MmLineProps {
  says: string;
  label: string;
  usual: number;
  value: string;
  onChange: (text: string) => void;
}

/** A length of the printer, as it is typed. */
function MmLine({ says, label, usual, value, onChange }: MmLineProps) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
      <Aside style={{ flex: 1 }}>{says}</Aside>
      <View style={{ width: 90 }}>
        <Input
          aria-label={label}
          inputMode="decimal"
          placeholder={String(usual)}
          value={value}
          onChangeText={onChange}
          renderErrorMessage={false}
        />
      </View>
      <Aside>mm</Aside>
    </View>
  );
}
