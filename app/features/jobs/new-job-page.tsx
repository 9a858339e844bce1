import type { TemplateSummary } from '@keen-anvil/contract';
import { Button, Input } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Option } from '../../ui/choice';
import { Leaf } from '../../ui/leaf';
import { TemperMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { DraftOffer } from '../../ui/draft-offer';
import { useDraft } from '../../ui/use-draft';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { Missing } from '../../ui/missing';
import { whenSaid } from '../../ui/when';
import type { Temper } from '@keen-anvil/core/recipes';
import { useCreateJob, usePutTemplateAway, useTemplate, useTemplates } from './queries';

/** A new job begins with its name, or with a template of one made before. */
export function NewJobPage() {
  const router = useRouter();
  const all = useTemplates().data ?? [];
  const [templates, gone] = [all.filter((one) => !one.isArchived), all.filter((one) => one.isArchived)];
  const draft = useDraft('job new', '');
  const name = draft.value;
  const [isAwayOpen, setAwayOpen] = useState(false);
  const away = usePutTemplateAway();
  const [template, setTemplate] = useState<TemplateSummary | null>(null);
  // One id for this form: pressing twice, or again after a broken line, makes one job.
  const [id] = useState(() => uuid());
  const create = useCreateJob();
  const title = name.trim() || template?.name || '';
  const start = () =>
    create.mutate(
      { id, name: title, ...(template ? { templateId: template.id } : {}) },
      {
        onSuccess: () => {
          draft.done();
          router.replace({ pathname: '/jobs/[id]', params: { id } });
        },
      },
    );
  return (
    <Page
      title="New job"
      back={{ label: 'Jobs', href: '/jobs' }}
      foot={
        <>
          <Missing what={title === '' && 'Say what it is for first.'} />
          <Button
            title={template ? 'Make it again' : 'Start the job'}
            disabled={title === ''}
            loading={create.isPending}
            onPress={start}
          />
        </>
      }
    >
      <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
      <Input
        label="What is it for?"
        aria-label="Name of the job"
        placeholder={template?.name ?? 'Boat numbers'}
        value={name}
        onChangeText={(next) => draft.set(next)}
        maxLength={120}
        autoFocus
        onSubmitEditing={() => title && start()}
        errorMessage={create.error?.message ?? ''}
      />
      {template ? null : <Aside>Next you bring in the drawing, and each of its colours becomes a step.</Aside>}
      {templates.length ? (
        <View role="radiogroup" aria-label="Templates">
          <Heading>Or make one again</Heading>
          {templates.map((one) => (
            <Option
              key={one.id}
              label={one.name}
              detail={`${one.stepCount === 1 ? '1 step' : `${one.stepCount} steps`}, kept ${whenSaid(one.madeAt)}`}
              isChosen={template?.id === one.id}
              onPress={() => setTemplate(template?.id === one.id ? null : one)}
            />
          ))}
        </View>
      ) : null}
      {template ? (
        <>
          <SinceThen id={template.id} />
          <TextKey
            title="Put this template away"
            icon="archive-arrow-down-outline"
            onPress={() => away.mutate({ id: template.id, isArchived: true }, { onSuccess: () => setTemplate(null) })}
          />
        </>
      ) : null}
      {gone.length ? (
        <TextKey
          title={
            isAwayOpen
              ? 'Hide what is put away'
              : gone.length === 1
                ? '1 template is put away'
                : `${gone.length} templates are put away`
          }
          icon="archive-outline"
          onPress={() => setAwayOpen(!isAwayOpen)}
        />
      ) : null}
      {isAwayOpen
        ? gone.map((one) => (
            <View key={one.id} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
              <Body style={{ flex: 1 }}>{one.name}</Body>
              <TextKey
                title="Bring back"
                label={`Bring back the template ${one.name}`}
                onPress={() => away.mutate({ id: one.id, isArchived: false })}
              />
            </View>
          ))
        : null}
      {away.isError ? <Trouble error={away.error} /> : null}
    </Page>
  );
}

/** What the template holds, and what is different now. */
function SinceThen({ id }: { id: string }) {
  const { ember, moss } = useTokens();
  const template = useTemplate(id);
  if (template.isError) return <Trouble error={template.error} retry={() => void template.refetch()} />;
  if (!template.data) return <Waiting lines={2} />;
  const { steps, changes } = template.data;
  return (
    <View style={{ gap: SPACE.base }}>
      <Leaf edge={changes.length ? ember : moss} testID="since-then">
        <Strong style={{ color: changes.length ? ember : moss }}>
          {changes.length ? 'What has changed since' : 'Nothing has changed since'}
        </Strong>
        {changes.map((change) => (
          <Body key={`${change.step} ${change.say}`}>{`Step ${change.step}: ${change.say}`}</Body>
        ))}
      </Leaf>
      {steps.map((step, i) => (
        <View key={i} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
          <View style={{ flex: 1 }}>
            <Strong>{`${i + 1} ${step.label}`}</Strong>
            <Aside>{`${step.materialName ?? 'no material'} · ${step.machineName}`}</Aside>
          </View>
          {step.temper ? <TemperMark temper={step.temper as Temper} /> : null}
        </View>
      ))}
    </View>
  );
}
