import type { JobDetail, StepView } from '@keen-anvil/contract';
import { checkedJob, type StepWork } from '@keen-anvil/core/steps';
import { checkJob, type Finding } from '@keen-anvil/core/preflight';
import { Button } from '../../ui/elements';
import { View } from 'react-native';
import { Leaf } from '../../ui/leaf';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import type { InspectedStep } from './use-inspections';
import { sayTurn } from './job-words';
import { useMend } from './use-mend';

interface ChecksViewProps {
  job: JobDetail;
  steps: InspectedStep[];
  onShow: (work: StepWork, finding: Finding) => void;
}

/** What the checks found in the job and in every step; each finding shows its place and mends what can be mended at one press. */
export function ChecksView({ job, steps, onShow }: ChecksViewProps) {
  const { moss, rust } = useTokens();
  const ofJob = checkJob(checkedJob(job));
  const leftOut = job.otherParts.filter((part) => part.role === 'out').length;
  const guides = job.otherParts.filter((part) => part.role === 'guide').length;
  return (
    <View style={{ gap: SPACE.base }}>
      {leftOut + guides > 0 ? (
        <Aside testID="left-out">
          {[
            leftOut ? `${leftOut} ${leftOut === 1 ? 'part is' : 'parts are'} left out` : '',
            guides ? `${guides} ${guides === 1 ? 'is a guide' : 'are guides'}` : '',
          ]
            .filter(Boolean)
            .join(', ')}
          : the machine does nothing with them.
        </Aside>
      ) : null}
      {ofJob.map((finding) => (
        <FindingLeaf key={finding.code} job={job} finding={finding} />
      ))}
      {steps
        .filter(({ step }) => !step.isSkipped)
        .map(({ step, bed, inspection }) => (
          <View key={`${step.id} ${step.sheet?.id ?? ''}`} style={{ gap: SPACE.small }}>
            <Strong>
              Step {step.position + 1}
              {sayTurn(step)}: {bed?.material.name ?? 'no material yet'}
            </Strong>
            {!bed ? <Aside>The checks begin once the material is chosen.</Aside> : null}
            {bed && !step.match.recipe ? (
              <FindingLeaf
                job={job}
                finding={{
                  code: 'no-recipe',
                  severity: 'stop',
                  message: 'There is no recipe for this step.',
                  mend: 'Take the nearest one as bare, or set the numbers yourself.',
                  places: [],
                }}
              />
            ) : null}
            {inspection.isFetching ? <Aside>Checking …</Aside> : null}
            {inspection.isError ? (
              <Body role="alert" style={{ color: rust }}>
                {inspection.error.message}
              </Body>
            ) : null}
            {inspection.data?.findings.map((finding, i) => (
              <FindingLeaf
                key={`${finding.code} ${i}`}
                job={job}
                step={step}
                finding={finding}
                onShow={finding.places.length ? () => onShow(step, finding) : undefined}
              />
            ))}
            {inspection.data &&
            !inspection.isPlaceholderData &&
            inspection.data.findings.length === 0 &&
            step.match.recipe ? (
              <Body style={{ color: moss }}>Nothing stands in its way.</Body>
            ) : null}
          </View>
        ))}
    </View>
  );
}

interface FindingLeafProps {
  job: JobDetail;
  step?: StepView;
  finding: Finding;
  onShow?: () => void;
}

function FindingLeaf({ job, step, finding, onShow }: FindingLeafProps) {
  const { ember, rust } = useTokens();
  const { mend, isPending, error } = useMend(job, step);
  const isStop = finding.severity === 'stop';
  const edge = isStop ? rust : ember;
  const { fix } = finding;
  return (
    <Leaf edge={edge} testID="finding">
      <Strong style={{ color: edge }}>{isStop ? 'Has to be put right' : 'Look at this'}</Strong>
      <Body>{finding.message}</Body>
      <Aside>{finding.mend}</Aside>
      {error ? (
        <Body role="alert" style={{ color: rust }}>
          {error.message}
        </Body>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: SPACE.wide }}>
        {fix ? <Button title={fix.label} type="outline" loading={isPending} onPress={() => mend(fix)} /> : null}
        {onShow ? (
          <TextKey
            title="Show me where"
            icon="map-marker-outline"
            label={`Show me where: ${finding.message}`}
            onPress={onShow}
          />
        ) : null}
      </View>
    </Leaf>
  );
}
