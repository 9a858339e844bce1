import type { JobDetail, StepView } from '@keen-anvil/contract';
import { worksOf } from '@keen-anvil/core/steps';
import { temperForWay } from '@keen-anvil/core/hatching';
import type { ShopRecipe } from '@keen-anvil/core/jobs';
import type { StepRequest, WayCompared } from '@keen-anvil/core/output';
import { processOf, type ProcessName, type Settings, type Temper } from '@keen-anvil/core/recipes';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import { useQueries } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Path } from 'react-native-svg';
import { Picture } from '../../ui/picture';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { TemperMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Strong } from '../../ui/type';
import { ENGRAVING_WAYS, isEngraved, type EngravingWay } from './engraving-ways';
import { compareInWorker, numberOf } from './inspect';
import { useAct, useJob, useJobRecipes } from './queries';
import { useInspections, type StepBed } from './use-inspections';

/** The ways in which a step's area could be engraved, side by side. */
export function WaysPage({ jobId, number }: { jobId: string; number: number }) {
  const job = useJob(jobId);
  const back = { label: job.data?.name ?? 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } } as const;
  if (job.isError)
    return (
      <Page title="Ways to engrave" back={back}>
        <Trouble error={job.error} retry={() => void job.refetch()} />
      </Page>
    );
  if (!job.data)
    return (
      <Page title="Ways to engrave" back={back}>
        <Waiting />
      </Page>
    );
  return <Ways job={job.data} number={number} />;
}

function Ways({ job, number }: { job: JobDetail; number: number }) {
  const back = { label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } } as const;
  const found = useInspections(job).find(({ step }) => step.position + 1 === number);
  const recipes = useJobRecipes(job.id);
  if (recipes.isError)
    return (
      <Page title="Ways to engrave" back={back}>
        <Trouble error={recipes.error} retry={() => void recipes.refetch()} />
      </Page>
    );
  if (!found?.bed || !isEngraved(found.step))
    return (
      <Page title="Ways to engrave" back={back}>
        <Nothing title={`Step ${number} engraves no area`}>
          A step of a laser that engraves areas or lines, with its material chosen, was expected.
        </Nothing>
      </Page>
    );
  return <Compared job={job} step={found.step} bed={found.bed} recipes={recipes.data ?? []} />;
}

interface ComparedProps {
  job: JobDetail;
  step: StepView;
  bed: StepBed;
  recipes: readonly ShopRecipe[];
}

function Compared({ job, step, bed, recipes }: ComparedProps) {
  const router = useRouter();
  const act = useAct(job.id);
  const { rust } = useTokens();
  const [work] = worksOf(step);
  const recipeOf = (process: ProcessName) =>
    recipes.find(
      (recipe) =>
        recipe.process === process &&
        recipe.materialId === step.materialId &&
        recipe.machineId === step.machineId &&
        recipe.toolId === step.toolId,
    );
  // What is dialled in for this step holds for its own process.
  const settingsOf = (process: ProcessName): Settings | null =>
    (process === step.process ? step.match.settings : null) ?? recipeOf(process)?.settings ?? null;
  const interval = settingsOf('laser-area')?.interval ?? null;
  const compared = useQueries({
    queries: ENGRAVING_WAYS.map(({ key, process, fill }) => {
      const request: StepRequest = {
        machine: bed.machine,
        process,
        settings: settingsOf(process) ?? { passes: 1 },
        holder: step.holder,
        fill,
        parts: work.laid.map(({ id, name, colour, contours, place }) => ({ id, name, colour, contours, place })),
      };
      return {
        queryKey: [
          'way',
          key,
          bed.machine,
          request.settings,
          interval,
          request.parts.map(({ contours, place }) => [numberOf(contours), place]),
        ],
        queryFn: ({ signal }: { signal: AbortSignal }) => compareInWorker(request, interval, signal),
        staleTime: Infinity,
        structuralSharing: false,
        retry: false,
      };
    }),
  });
  const present: EngravingWay['key'] = processOf(step.process).path === 'outline' ? 'outline' : step.fill;
  const longest = Math.max(1, ...compared.map(({ data }) => data?.seconds ?? 0));
  return (
    <Page
      title="Ways to engrave"
      maxWidth={1100}
      back={{ label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } }}
      aside={`Step ${step.position + 1} on ${bed.material.name} with ${bed.machine.name}${work.sheet && work.sheet.of > 1 ? ', its first sheet' : ''}`}
    >
      {act.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {act.error.message}
        </Body>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.base }}>
        {ENGRAVING_WAYS.map((way, i) => {
          const settings = settingsOf(way.process);
          const recipe = recipeOf(way.process);
          return (
            <WayCard
              key={way.key}
              way={way}
              isPresent={way.key === present}
              compared={compared[i].data ?? null}
              trouble={compared[i].error}
              share={(compared[i].data?.seconds ?? 0) / longest}
              temper={recipe ? (way.key === 'outline' ? recipe.temper : temperForWay(recipe.temper, way.fill)) : null}
              lentFrom={
                recipe && way.key !== 'outline' && temperForWay('blue', way.fill) !== 'blue' ? recipe.temper : null
              }
              hasRecipe={settings !== null}
              isPending={act.isPending}
              onTake={() =>
                act.mutate(
                  { do: 'change-step', stepId: step.id, process: way.process, fill: way.fill },
                  { onSuccess: () => router.back() },
                )
              }
            />
          );
        })}
      </View>
    </Page>
  );
}

interface WayCardProps {
  way: EngravingWay;
  isPresent: boolean;
  compared: WayCompared | null;
  trouble: Error | null;
  /** Of the time that the longest way takes. */
  share: number;
  temper: Temper | null;
  /** How proven its numbers are row by row, where they are lent from there; null where they are its own. */
  lentFrom: Temper | null;
  hasRecipe: boolean;
  isPending: boolean;
  onTake: () => void;
}

function WayCard(props: WayCardProps) {
  const { way, isPresent, compared, trouble, share, temper, lentFrom, hasRecipe, isPending, onTake } = props;
  const { quench, rule, rust } = useTokens();
  return (
    <Leaf
      edge={isPresent ? quench : rule}
      testID={`way-${way.key}`}
      style={{ flexBasis: 300, flexGrow: 1, maxWidth: 520 }}
    >
      <Strong>{way.label}</Strong>
      <View style={{ flexDirection: 'row', gap: SPACE.base }}>
        <Loupe loupe={compared?.loupe ?? null} label={`Lines of: ${way.label}`} />
        <View style={{ flex: 1, gap: SPACE.hair }}>
          {compared ? (
            <>
              <Figure style={{ fontSize: 24 }}>
                {formatDuration(compared.seconds)}
                {compared.isRough ? ' (rough)' : ''}
              </Figure>
              <View style={{ height: 6, backgroundColor: rule, borderRadius: 3 }}>
                <View style={{ height: 6, width: `${share * 100}%`, backgroundColor: quench, borderRadius: 3 }} />
              </View>
              <Aside>
                {`${formatNumber(compared.cutMm / 1000, 2)} m with the beam on, ${formatNumber(compared.travelMm / 1000, 2)} m between`}
              </Aside>
            </>
          ) : trouble ? (
            <Body style={{ color: rust }}>{trouble.message}</Body>
          ) : (
            <Aside>reckoning …</Aside>
          )}
          {temper ? <TemperMark temper={temper} /> : null}
        </View>
      </View>
      <Aside>{way.detail}</Aside>
      {lentFrom ? <Aside>{sayLent(lentFrom)}</Aside> : null}
      {!hasRecipe ? (
        <Aside>{`No recipe for ${processOf(way.process).label.toLowerCase()} here yet: the time is at the machine’s own speed.`}</Aside>
      ) : null}
      {isPresent ? (
        <Strong style={{ color: quench }}>Done this way now</Strong>
      ) : (
        <Button title="Do it this way" type="outline" disabled={isPending} onPress={onTake} />
      )}
    </Leaf>
  );
}

const LOUPE = 112;

/** The very lines at an edge, as wide as the beam. */
function Loupe({ loupe, label }: { loupe: WayCompared['loupe']; label: string }) {
  const { card, rule, ink } = useTokens();
  const style = { borderWidth: 1, borderColor: rule, borderRadius: LOUPE / 2, backgroundColor: card };
  if (!loupe) return <View style={{ ...style, width: LOUPE, height: LOUPE }} />;
  const { box, lines, lineMm } = loupe;
  const size = box.maxX - box.minX;
  const path = lines
    .map((points) => `M${points.map(({ x, y }) => `${x.toFixed(3)} ${y.toFixed(3)}`).join('L')}`)
    .join('');
  return (
    <View style={{ ...style, overflow: 'hidden', width: LOUPE, height: LOUPE }}>
      <Picture
        width={LOUPE - 2}
        height={LOUPE - 2}
        viewBox={`${box.minX} ${box.minY} ${size} ${size}`}
        label={`${label}, ${formatNumber(size, 1)} mm across`}
      >
        <Path d={path} fill="none" stroke={ink} strokeWidth={lineMm} strokeOpacity={0.75} strokeLinecap="round" />
      </Picture>
    </View>
  );
}

/** What numbers that are lent from another way are worth here: nobody has proven what was never tried. */
const sayLent = (temper: Temper): string =>
  temper === 'bare' || temper === 'straw'
    ? 'Its numbers are those for row by row, and were not tried there either: try one first.'
    : 'Its numbers were tried row by row, not this way: look at the first one before you do them all.';
