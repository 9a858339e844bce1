import { Button, Input } from '../../ui/elements';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Decision, Option } from '../../ui/choice';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Heading } from '../../ui/type';
import { Missing } from '../../ui/missing';
import { useDraft } from '../../ui/use-draft';
import { useCreateWorkshop, useEnterWorkshop, usePutWorkshopAway, useWorkshops } from './queries';

/** Which workshop one is in: the demo, or one's own, which begins empty. */
export function Workshops() {
  const { rust } = useTokens();
  const workshops = useWorkshops();
  const enter = useEnterWorkshop();
  const create = useCreateWorkshop();
  const away = usePutWorkshopAway();
  const [isAwayOpen, setAwayOpen] = useState(false);
  const [kept, gone] = [
    workshops.data?.filter((workshop) => !workshop.isArchived) ?? [],
    workshops.data?.filter((workshop) => workshop.isArchived) ?? [],
  ];
  const [isNaming, setNaming] = useState(false);
  const draft = useDraft('new workshop', '');
  const name = draft.value;
  const start = () => {
    const id = uuid();
    create.mutate(
      { id, name: name.trim() },
      {
        onSuccess: () =>
          enter.mutate(id, {
            onSuccess: () => {
              draft.drop();
              setNaming(false);
            },
          }),
      },
    );
  };
  const error = create.error ?? enter.error;
  return (
    <View style={{ gap: SPACE.small }}>
      <Heading>Workshop</Heading>
      <View role="radiogroup" aria-label="Workshop">
        {kept.map((workshop) => (
          <View key={workshop.id} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
            <View style={{ flex: 1 }}>
              <Option
                label={workshop.name}
                detail={workshop.isDemo ? 'the made-up workshop to look around in' : undefined}
                isChosen={workshop.isHere}
                onPress={() => enter.mutate(workshop.id)}
              />
            </View>
            {workshop.isHere || workshop.isDemo ? null : (
              <TextKey
                title="Put away"
                label={`Put away ${workshop.name}`}
                onPress={() => away.mutate({ id: workshop.id, isArchived: true })}
              />
            )}
          </View>
        ))}
      </View>
      {gone.length ? (
        <TextKey
          title={
            isAwayOpen
              ? 'Hide what is put away'
              : gone.length === 1
                ? '1 workshop is put away'
                : `${gone.length} workshops are put away`
          }
          icon="archive-outline"
          onPress={() => setAwayOpen(!isAwayOpen)}
        />
      ) : null}
      {isAwayOpen
        ? gone.map((workshop) => (
            <View key={workshop.id} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
              <Body style={{ flex: 1 }}>{workshop.name}</Body>
              <TextKey
                title="Bring back"
                label={`Bring back ${workshop.name}`}
                onPress={() => away.mutate({ id: workshop.id, isArchived: false })}
              />
            </View>
          ))
        : null}
      {away.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {away.error.message}
        </Body>
      ) : null}
      <TextKey title="Start a workshop of my own" icon="plus" onPress={() => setNaming(true)} />
      <Decision title="A workshop of your own" isOpen={isNaming} onClose={() => setNaming(false)}>
        <Body>It begins empty: add machines, tools and materials, or bring in a book.</Body>
        <Input
          label="Its name"
          aria-label="Name of the workshop"
          value={name}
          onChangeText={(next) => draft.set(next)}
          renderErrorMessage={false}
        />
        {error ? (
          <Body role="alert" style={{ color: rust }}>
            {error.message}
          </Body>
        ) : null}
        <Missing what={!name.trim() && 'It needs a name.'} />
        <Button
          title="Start it"
          disabled={!name.trim()}
          loading={create.isPending || enter.isPending}
          onPress={start}
        />
      </Decision>
    </View>
  );
}
