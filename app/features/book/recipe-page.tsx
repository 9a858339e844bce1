import { endpoints, addresses, type EvidenceView, type RecipeDetail } from '@keen-anvil/contract';
import {
  processOf,
  quantityOf,
  nudged,
  sameSettings,
  sayChanges,
  type Changes,
  sayTemper,
} from '@keen-anvil/core/recipes';
import { toolKindOf } from '@keen-anvil/core/tools';
import { formatNumber } from '@keen-anvil/core/units';
import { Button, Input } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { Pressable, View } from 'react-native';
import { Decision } from '../../ui/choice';
import { Leaf } from '../../ui/leaf';
import { ProcessMark, Swatch, TemperMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { DraftOffer } from '../../ui/draft-offer';
import { useDraft } from '../../ui/use-draft';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, AsDialled, Body, Heading, Strong } from '../../ui/type';
import { whenSaid } from '../../ui/when';
import { saveFile } from '../api/save-file';
import { useBench } from './bench-query';
import { ArchiveKey } from '../shop/archive-key';
import { useMachines } from '../shop/queries';
import { TurnKeys } from '../shop/turn-keys';
import { sayVerdicts } from './say-verdicts';
import { ChangeRecipe } from './change-recipe';
import { CorrectEvidence } from './correct-evidence';
import { DialNumbers } from './dial-numbers';
import { History } from './history';
import { NudgeRecipe } from './nudge-recipe';
import { RevisionKeys } from './revision-keys';
import { lastTakenBack } from './taken-back';
import { useAddVariant, useEndVariant, useNails, useNote, useRecipe } from './queries';
import { SettingsLine, settingsText } from './settings-line';
import { toolNudge } from './tool-nudge';
import { saidSource } from './source-words';
import { WriteTrial } from './write-trial';

const BACK = { label: 'Book', href: '/book', isBesideList: true } as const;

/** One recipe: what to dial in, how far to trust it, and what happened with it. */
export function RecipePage({ id }: { id: string }) {
  const recipe = useRecipe(id);
  // Everything is there before anything can be pressed: what came later pushed a key from under the finger.
  const [machines, bench] = [useMachines(), useBench()];
  const isReady = !machines.isPending && !bench.isPending;
  if (recipe.data && isReady) return <Recipe recipe={recipe.data} />;
  return (
    <Page title="Recipe" back={BACK}>
      {recipe.isError ? <Trouble error={recipe.error} retry={() => void recipe.refetch()} /> : <Waiting />}
    </Page>
  );
}

type Open =
  { what: 'change' } | { what: 'trial' } | { what: 'nudge'; start?: { changes: Changes; reason: string } } | null;

function Recipe({ recipe }: { recipe: RecipeDetail }) {
  const tokens = useTokens();
  const router = useRouter();
  const [open, setOpen] = useState<Open>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [kept, setKept] = useState<string | null>(null);
  const [correcting, setCorrecting] = useState<EvidenceView | null>(null);
  const machine = useMachines().data?.find((m) => m.id === recipe.machine.id);
  const nudge = toolNudge(recipe);
  const { temper, tally } = recipe.temper;
  const close = () => setOpen(null);
  return (
    <Page
      title={recipe.material.name}
      back={BACK}
      aside={
        <View style={{ gap: SPACE.small }}>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small }}>
            <Swatch colour={recipe.material.colour} />
            <ProcessMark process={recipe.process} />
            {recipe.isArchived ? <Strong>put away</Strong> : null}
          </View>
          <Aside>
            {recipe.machine.name}, {recipe.tool.name}
          </Aside>
        </View>
      }
      foot={
        <View style={{ flexDirection: 'row', gap: SPACE.small }}>
          <Button
            title="Nudge"
            type="outline"
            containerStyle={{ flex: 1 }}
            onPress={() => setOpen({ what: 'nudge' })}
          />
          <Button
            title="Dial card"
            containerStyle={{ flex: 1 }}
            onPress={() => router.push({ pathname: '/book/[id]/dial', params: { id: recipe.id } })}
          />
        </View>
      }
    >
      {machine ? (
        <DialNumbers machine={machine} process={recipe.process} settings={recipe.settings} typed={recipe.typed} />
      ) : (
        <Waiting lines={1} />
      )}
      {kept ? (
        <View role="status">
          <Strong style={{ color: tokens.moss }}>{`Kept: ${kept}.`}</Strong>
        </View>
      ) : null}
      {machine && nudge ? (
        <Leaf edge={tokens.ember} testID="dial-in">
          <Strong>{`With this ${toolKindOf(recipe.tool.kind).label.toLowerCase()} dial in, nudged ${sayChanges(nudge.changes, machine)}:`}</Strong>
          <SettingsLine settings={nudged(machine, recipe.settings, nudge.changes)} machineId={machine.id} size={28} />
        </Leaf>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        <NailKey recipe={recipe} />
        <TextKey title="Change numbers" icon="pencil-outline" onPress={() => setOpen({ what: 'change' })} />
        <TextKey title="Write down a trial" icon="flask-outline" onPress={() => setOpen({ what: 'trial' })} />
        <TextKey
          title="Tune it"
          icon="target"
          onPress={() => router.push({ pathname: '/book/[id]/tune', params: { id: recipe.id } })}
        />
        <TextKey
          title="Something is wrong"
          icon="stethoscope"
          onPress={() => router.push({ pathname: '/book/[id]/wrong', params: { id: recipe.id } })}
        />
        <TextKey
          title="Charts"
          icon="chart-scatter-plot"
          onPress={() => router.push({ pathname: '/book/[id]/charts', params: { id: recipe.id } })}
        />
        {processOf(recipe.process).path === 'rows' ? (
          <TextKey
            title="Tone ladder"
            icon="gradient-horizontal"
            onPress={() => router.push({ pathname: '/book/[id]/tone', params: { id: recipe.id } })}
          />
        ) : null}
      </View>
      <RevisionKeys recipe={recipe} />
      <Leaf edge={tokens.temper[temper]} testID="temper">
        <TemperMark temper={temper} />
        {sayTemper(tally).map((reason) => (
          <Body key={reason}>{reason}</Body>
        ))}
        <Aside>{saidSource(recipe)}</Aside>
        <Aside>{recipe.lastUsedAt ? `Last used ${whenSaid(recipe.lastUsedAt)}` : 'Not used in a job yet'}</Aside>
      </Leaf>
      <WearLeaf recipe={recipe} onNudge={(start) => setOpen({ what: 'nudge', start })} />
      <Variants recipe={recipe} />
      <Note recipe={recipe} />
      <Heading>What happened with it</Heading>
      {recipe.evidence.length === 0 ? <Aside>Nothing yet. A trial or a scored run will stand here.</Aside> : null}
      <View>
        {recipe.evidence.map((event) => (
          <Pressable
            key={`${event.id} ${event.isOfParts ? event.outcome : ''}`}
            role="button"
            onPress={() => setCorrecting(event)}
            style={{
              flexDirection: 'row',
              gap: SPACE.base,
              minHeight: TARGET,
              paddingVertical: SPACE.small,
              borderBottomWidth: 1,
              borderColor: tokens.rule,
            }}
          >
            <Strong style={{ width: 128, color: event.outcome === 'right' ? tokens.moss : tokens.rust }}>
              {processOf(recipe.process).outcomes[event.outcome]}
            </Strong>
            <View style={{ flex: 1 }}>
              <Body>{event.jobName ?? 'Trial'}</Body>
              <AsDialled>
                <Aside>
                  {whenSaid(event.at)}
                  {event.toolWear === null
                    ? ''
                    : ` · tool at ${formatNumber(event.toolWear, 0)} ${toolKindOf(recipe.tool.kind).wearUnit}`}
                  {sameSettings(event.settings, recipe.settings)
                    ? ''
                    : ` · with ${settingsText(event.settings, machine)}`}
                  {event.onTopOf?.length
                    ? `, on top of ${event.onTopOf.length === 1 ? 'a pass' : `${event.onTopOf.length} passes`} before`
                    : ''}
                  {event.isOfParts ? ' · some of its parts' : ''}
                </Aside>
              </AsDialled>
              {event.earlier.length ? (
                <Aside>{`corrected; before: ${sayVerdicts(recipe.process, event.earlier)}`}</Aside>
              ) : null}
            </View>
          </Pressable>
        ))}
      </View>
      <Decision title="How did it come out?" isOpen={correcting !== null} onClose={() => setCorrecting(null)}>
        {correcting ? <CorrectEvidence recipe={recipe} event={correcting} onDone={() => setCorrecting(null)} /> : null}
      </Decision>
      <History recipe={recipe} />
      <TextKey
        title="Card to print (PDF, A6)"
        icon="printer-outline"
        onPress={() =>
          void saveFile(addresses.recipeCards({ recipes: [recipe.id] })).then(
            () => setTrouble(null),
            (error: Error) => setTrouble(error.message),
          )
        }
      />
      {trouble ? (
        <Body role="alert" style={{ color: tokens.rust }}>
          {trouble}
        </Body>
      ) : null}
      <ArchiveKey
        by={endpoints.putRecipeAway}
        id={recipe.id}
        version={recipe.version}
        isArchived={recipe.isArchived}
        what="the recipe"
      />
      {machine && open?.what === 'change' ? <ChangeRecipe recipe={recipe} machine={machine} onClose={close} /> : null}
      {machine && open?.what === 'nudge' ? (
        <NudgeRecipe
          recipe={recipe}
          machine={machine}
          start={open.start}
          onClose={(said) => {
            close();
            if (said) setKept(said);
          }}
        />
      ) : null}
      {machine && open?.what === 'trial' ? <WriteTrial recipe={recipe} machine={machine} onClose={close} /> : null}
    </Page>
  );
}

/** Keeps the card close: nailed to the Bench, or taken off it. */
function NailKey({ recipe }: { recipe: RecipeDetail }) {
  const nails = useNails();
  const { rust } = useTokens();
  const nailed = useBench().data?.nailed.map((card) => card.id);
  const isNailed = nailed?.includes(recipe.id) ?? false;
  return (
    <>
      {/* The whole order is written, so it has to be known first. */}
      <TextKey
        title={isNailed ? 'Take it off the Bench' : 'Nail it to the Bench'}
        icon={isNailed ? 'pin-off' : 'pin'}
        isDisabled={!nailed || nails.isPending}
        onPress={() => nails.mutate(isNailed ? nailed!.filter((id) => id !== recipe.id) : [...nailed!, recipe.id])}
      />
      {nails.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {nails.error.message}
        </Body>
      ) : null}
    </>
  );
}

/** What the worn tool wants, where the maker's own outcomes show it; with those outcomes. */
function WearLeaf({
  recipe,
  onNudge,
}: {
  recipe: RecipeDetail;
  onNudge: (start: { changes: Changes; reason: string }) => void;
}) {
  const { ember } = useTokens();
  const hint = recipe.wearHint;
  const unit = toolKindOf(recipe.tool.kind).wearUnit;
  if (!hint || toolNudge(recipe)) return null;
  const changes: Changes = { [hint.quantity]: hint.change };
  const worn = `${formatNumber(hint.wear, 0)} ${unit}`;
  return (
    <Leaf edge={ember} testID="wear-hint">
      <Strong>
        {sayChanges(changes)} for this {toolKindOf(recipe.tool.kind).label.toLowerCase()} ({worn})
      </Strong>
      {hint.because.map((event) => (
        <Aside key={`${event.at}`}>
          {processOf(recipe.process).outcomes[event.outcome]} at {formatNumber(event.wear, 0)} {unit},{' '}
          {quantityOf(hint.quantity).label} {event.settings[hint.quantity]}, {whenSaid(event.at)}
        </Aside>
      ))}
      <Button title="Keep it as a nudge" type="outline" onPress={() => onNudge({ changes, reason: `worn ${worn}` })} />
    </Leaf>
  );
}

/** Nudges in force, and those that ended. */
function Variants({ recipe }: { recipe: RecipeDetail }) {
  const machine = useMachines().data?.find((m) => m.id === recipe.machine.id);
  const { quench, rust } = useTokens();
  const end = useEndVariant();
  const add = useAddVariant(recipe.id);
  if (recipe.variants.length === 0) return null;
  // The one that was taken back last, where nothing has taken its place.
  const again = lastTakenBack(recipe.variants);
  const [now, before] = [recipe.variants.filter((v) => !v.endedAt), recipe.variants.filter((v) => v.endedAt)];
  return (
    <View style={{ gap: SPACE.small }}>
      <Heading>Nudges</Heading>
      {(end.error ?? add.error) ? (
        <Body role="alert" style={{ color: rust }}>
          {(end.error ?? add.error)!.message}
        </Body>
      ) : null}
      {now.map((variant) => (
        <Leaf key={variant.id} edge={quench} testID="variant">
          <Strong>
            {sayChanges(variant.changes, machine)} for {variant.forName}
          </Strong>
          <Aside>
            {variant.reason} · {whenSaid(variant.createdAt)}
          </Aside>
          <TextKey title="Take it back" icon="undo" isDisabled={end.isPending} onPress={() => end.mutate(variant.id)} />
        </Leaf>
      ))}
      {before.map((variant) => (
        <Aside key={variant.id}>
          Taken back: {sayChanges(variant.changes, machine)} for {variant.forName}, {variant.reason}
        </Aside>
      ))}
      {again ? (
        <TextKey
          title={`Do again: ${sayChanges(again.changes, machine)} for ${again.forName}`}
          icon="redo"
          isDisabled={add.isPending}
          onPress={() =>
            add.mutate({
              id: uuid(),
              changes: again.changes,
              reason: again.reason,
              toolId: again.toolId,
              stockPieceId: again.stockPieceId,
            })
          }
        />
      ) : null}
    </View>
  );
}

/** What there is to say beside the numbers. */
function Note({ recipe }: { recipe: RecipeDetail }) {
  const { rust } = useTokens();
  const write = useNote(recipe.id);
  const draft = useDraft<string | null>(`recipe note ${recipe.id}`, null);
  // What it was when the note was begun: what others write meanwhile is not written over unseen.
  const [begunAt, setBegunAt] = useState(recipe.version);
  if (draft.value === null) {
    return (
      <View>
        {recipe.note ? <Body>{recipe.note}</Body> : null}
        <TurnKeys kind="note" id={recipe.id} />
        <TextKey
          title={recipe.note ? 'Change the note' : 'Add a note'}
          icon="note-edit-outline"
          onPress={() => {
            setBegunAt(recipe.version);
            draft.set(recipe.note);
          }}
        />
      </View>
    );
  }
  return (
    <View style={{ gap: SPACE.small }}>
      <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
      <Input
        label="Note"
        aria-label="Note"
        multiline
        value={draft.value}
        onChangeText={(next) => draft.set(next)}
        renderErrorMessage={false}
      />
      {write.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {write.error.message}
        </Body>
      ) : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button title="Leave it" type="outline" containerStyle={{ flex: 1 }} onPress={draft.drop} />
        <Button
          title="Keep the note"
          containerStyle={{ flex: 1 }}
          loading={write.isPending}
          onPress={() => write.mutate({ version: begunAt, note: draft.value ?? '' }, { onSuccess: draft.drop })}
        />
      </View>
    </View>
  );
}
