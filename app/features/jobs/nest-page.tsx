import type { JobDetail } from '@keen-anvil/contract';
import { layAction, nestGroup, usesHoles, usualFor, type NestGroup } from '@keen-anvil/core/steps';
import type { CloseLaying, CloseWish } from '@keen-anvil/core/layout';
import { formatNumber } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { Columns } from '../../ui/columns';
import { Button } from '../../ui/elements';
import { Page } from '../../ui/page';
import { Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { NestChoices } from './nest-choices';
import {
  aroundStaying,
  nameInGroup,
  SECONDS,
  shownPieces,
  wishOf,
  type ClosePieceShown,
  type NestForm,
} from './nest-form';
import { NestPicture } from './nest-picture';
import { useAct } from './queries';
import { StepSheets } from './step-sheets';
import { useNesting } from './use-nesting';

const TITLE = 'Nest the parts';

/** Lays what is done on a step's sheets closely. */
export function NestPage({ jobId, number }: { jobId: string; number: number }) {
  return (
    <StepSheets title={TITLE} jobId={jobId}>
      {(job, materials, machines) => {
        const group = nestGroup(job, number, materials, machines);
        const nothing = (why: string) => ({ title: 'Nothing to nest here', why });
        if (!group)
          return nothing(`Step ${number} has no material yet: it lies on nothing that it could be laid out on.`);
        if (group.parts.length === 0) return nothing('Nothing is processed in this step.');
        return <Nest key={number} job={job} group={group} />;
      }}
    </StepSheets>
  );
}

function Nest({ job, group }: { job: JobDetail; group: NestGroup }) {
  const router = useRouter();
  const act = useAct(job.id);
  const { rust } = useTokens();
  const { height } = useWindowDimensions();
  const isWide = useWide();
  const whole = useMemo(() => shownPieces(group), [group]);
  const nesting = useNesting();
  const present = new Set(group.steps.flatMap(({ sheets }) => sheets.map(({ stockPieceId }) => stockPieceId)));
  const [form, setForm] = useState<NestForm>(() => ({
    pieceIds: whole.flatMap(({ piece }) => (present.has(piece.id) ? [piece.id] : [])),
    asOne: false,
    stayIds: [],
    mayTurnOver: false,
    copies: null,
    ...usualFor(group),
  }));
  const pieces = useMemo(() => aroundStaying(group, whole, form.stayIds), [group, whole, form.stayIds]);
  const contours = useMemo(() => new Map(group.parts.map((part) => [part.id, part.contours])), [group]);
  const change = (more: Partial<NestForm>) => {
    if (nesting.isRunning) nesting.stop();
    setForm((now) => ({ ...now, ...more }));
  };
  const wish = (seed: number): CloseWish => wishOf(group, form, pieces, usesHoles(group), seed);
  const { best } = nesting;
  // What was laid for other wishes is not taken for these.
  const isOld = best !== null && nesting.wish !== null && !isAlike(nesting.wish, wish(nesting.wish.seed));
  const isEmpty =
    best !== null &&
    group.parts.some(({ id }) => !form.stayIds.includes(id) && !best.lies.some(({ partId }) => partId === id));
  const take = () => {
    nesting.stop();
    act.mutate(layAction(group, best!), { onSuccess: () => router.back() });
  };
  const foot = (
    <View style={{ flexDirection: 'row', gap: SPACE.small }}>
      {nesting.isRunning ? (
        <Button title="Stop" type="outline" onPress={nesting.stop} containerStyle={{ flex: 1 }} />
      ) : (
        <Button
          title={best && !isOld ? 'Go on' : 'Nest'}
          type={best && !isOld ? 'outline' : 'solid'}
          disabled={form.pieceIds.length === 0}
          onPress={() => void nesting.begin(wish((nesting.wish?.seed ?? 0) + 1), best !== null && !isOld)}
          containerStyle={{ flex: 1 }}
        />
      )}
      {best && !isOld ? (
        <Button title="Take it" disabled={act.isPending || isEmpty} onPress={take} containerStyle={{ flex: 2 }} />
      ) : null}
    </View>
  );
  return (
    <Page
      title={TITLE}
      maxWidth={1100}
      back={{ label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } }}
      aside={`${group.parts.length} ${group.parts.length === 1 ? 'part' : 'parts'} of ${
        group.steps.length === 1 ? `step ${group.steps[0].position + 1}` : `${group.steps.length} steps`
      }, ${group.material.name}`}
      foot={foot}
    >
      {(act.error ?? nesting.error) ? (
        <Body role="alert" style={{ color: rust }}>
          {(act.error ?? nesting.error)!.message}
        </Body>
      ) : null}
      <Columns
        first={
          <>
            {best && !isOld ? (
              <View style={{ gap: SPACE.small }}>
                <Figures best={best} nesting={nesting} pieces={pieces} missing={sayUnplaced(group, best)} />
                <NestPicture
                  laying={best}
                  pieces={pieces}
                  contours={contours}
                  colour={group.material.colour}
                  maxHeight={height * 0.5}
                />
              </View>
            ) : nesting.isRunning ? (
              <Waiting lines={3} />
            ) : null}
            {isWide && !best && !nesting.isRunning ? (
              <Aside>The best laying is shown here as soon as there is one.</Aside>
            ) : null}
          </>
        }
        second={<NestChoices form={form} pieces={whole} group={group} wish={wish} onChange={change} />}
      />
    </Page>
  );
}

/** So many of what found no room are named. */
const MOST_NAMED = 4;

/** What found no room, by its names, and what helps; null where all of it lies. */
export function sayUnplaced(
  group: NestGroup,
  { unplaced, lies }: Pick<CloseLaying, 'unplaced' | 'lies'>,
): string | null {
  if (lies.length === 0) return 'Nothing finds room. Choose a larger piece, a smaller gap, or make it smaller.';
  const counts = new Map<string, number>();
  for (const { partIds, count } of unplaced) {
    const name = nameInGroup(group, partIds[0]);
    counts.set(name, (counts.get(name) ?? 0) + count);
  }
  if (counts.size === 0) return null;
  const named = [...counts].map(([name, count]) => `“${name}”${count > 1 ? ` (${count})` : ''}`);
  const rest = named.length - MOST_NAMED;
  const list = [...named.slice(0, MOST_NAMED), ...(rest > 0 ? [`${rest} more`] : [])];
  return `No room for ${joined(list)}. Choose more pieces, a smaller gap, or fewer copies.`;
}

const joined = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;

const isAlike = (a: CloseWish, b: CloseWish): boolean => markOf(a) === markOf(b);

const markOf = (wish: CloseWish): string =>
  JSON.stringify({ ...wish, parts: wish.parts.map(({ id }) => id), pieces: wish.pieces.map(({ id }) => id) });

/** How good the best so far is, and how far the search has come. */
function Figures({
  best,
  nesting,
  pieces,
  missing,
}: {
  best: NonNullable<ReturnType<typeof useNesting>['best']>;
  nesting: ReturnType<typeof useNesting>;
  pieces: readonly ClosePieceShown[];
  /** What found no room, as a sentence; null where all did. */
  missing: string | null;
}) {
  const { rust, rule, quench } = useTokens();
  const [gone, setGone] = useState(0);
  useEffect(() => {
    if (!nesting.isRunning) return;
    const tick = setInterval(() => setGone(Math.min(1, (Date.now() - nesting.beganAt) / (SECONDS * 1000))), 250);
    return () => clearInterval(tick);
  }, [nesting.isRunning, nesting.beganAt]);
  const isRoll = pieces.some(({ close }) => close.isRoll && best.lies.some(({ pieceId }) => pieceId === close.id));
  return (
    <View style={{ gap: SPACE.hair }} accessibilityLiveRegion="polite">
      <Strong>
        {`${formatNumber(100 * best.density, 1)} % used${
          best.sheets > 1 ? ` of ${best.sheets} sheets` : ''
        }, ${formatNumber(best.usedLengthMm, 1)} mm ${isRoll ? 'of the roll' : 'along the feed'}`}
      </Strong>
      {nesting.isRunning ? (
        <>
          <View style={{ height: 6, backgroundColor: rule, borderRadius: 3 }}>
            <View style={{ height: 6, width: `${gone * 100}%`, backgroundColor: quench, borderRadius: 3 }} />
          </View>
          <Aside>{`Looking for better: the best of ${nesting.found} so far. Take it whenever you like.`}</Aside>
        </>
      ) : null}
      {missing ? (
        <Body role="alert" style={{ color: rust }}>
          {missing}
        </Body>
      ) : null}
    </View>
  );
}
