import type { JobDetail, NoteKind } from '@keen-anvil/contract';
import { SHIPPED_FONTS } from '@keen-anvil/core/artwork-choices';
import { Button, Input } from '../../ui/elements';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Chips } from '../../ui/chips';
import { Decision } from '../../ui/choice';
import { Leaf } from '../../ui/leaf';
import { Swatch } from '../../ui/marks';
import { DraftOffer } from '../../ui/draft-offer';
import { useDraft } from '../../ui/use-draft';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Missing } from '../../ui/missing';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { allParts } from './all-parts';
import { usePutNoteAway, useWriteNote } from './queries';

const KINDS: readonly { value: NoteKind; label: string; heading: string; placeholder: string }[] = [
  { value: 'words', label: 'Words', heading: 'Customer', placeholder: 'same as last year, but in navy' },
  { value: 'measure', label: 'Measure', heading: 'Below the neckline', placeholder: '75 mm' },
  { value: 'font', label: 'Font', heading: 'Letters', placeholder: 'Slab, bold, 42 mm high' },
  { value: 'colour', label: 'Colour', heading: 'Club navy', placeholder: '#1d2f5c' },
];

/** What is kept with the job: measures, fonts, colours, the customer's words. */
export function NotesLeaf({ job }: { job: JobDetail }) {
  const { rust } = useTokens();
  const [isWriting, setWriting] = useState(false);
  const [isAwayOpen, setAwayOpen] = useState(false);
  const away = usePutNoteAway();
  const [kept, gone] = [job.notes.filter((note) => !note.isArchived), job.notes.filter((note) => note.isArchived)];
  return (
    <Leaf testID="notes">
      <Heading>Notes</Heading>
      {kept.length === 0 ? <Aside>Measures, the font, a colour, what the customer said.</Aside> : null}
      {kept.map((note) => (
        <View key={note.id} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small, minHeight: TARGET }}>
          {note.kind === 'colour' && /^#[0-9a-f]{6}$/i.test(note.value) ? (
            <Swatch colour={note.value} size={30} />
          ) : null}
          <View style={{ flex: 1 }}>
            <Aside>{note.label}</Aside>
            <Body>{note.value}</Body>
          </View>
          <TextKey
            title="Put away"
            label={`Put away the note ${note.label}`}
            onPress={() => away.mutate({ id: note.id, isArchived: true })}
          />
        </View>
      ))}
      {gone.length ? (
        <TextKey
          title={isAwayOpen ? 'Hide what is put away' : `${gone.length} put away`}
          icon="archive-outline"
          onPress={() => setAwayOpen(!isAwayOpen)}
        />
      ) : null}
      {isAwayOpen
        ? gone.map((note) => (
            <View
              key={note.id}
              style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small, minHeight: TARGET }}
            >
              <View style={{ flex: 1 }}>
                <Aside>{`${note.label}: ${note.value}`}</Aside>
              </View>
              <TextKey
                title="Bring back"
                label={`Bring back the note ${note.label}`}
                onPress={() => away.mutate({ id: note.id, isArchived: false })}
              />
            </View>
          ))
        : null}
      {away.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {away.error.message}
        </Body>
      ) : null}
      <TextKey title="Write a note" icon="pencil-outline" onPress={() => setWriting(true)} />
      <Decision title="A note for this job" isOpen={isWriting} onClose={() => setWriting(false)}>
        <NoteForm job={job} onDone={() => setWriting(false)} />
      </Decision>
    </Leaf>
  );
}

function NoteForm({ job, onDone }: { job: JobDetail; onDone: () => void }) {
  const { rust } = useTokens();
  const write = useWriteNote(job.id);
  const [id] = useState(() => uuid());
  const draft = useDraft<{ kind: NoteKind; label: string; value: string }>(`note ${job.id}`, {
    kind: 'words',
    label: '',
    value: '',
  });
  const { kind, label, value } = draft.value;
  const set = (part: Partial<typeof draft.value>) => draft.set((now) => ({ ...now, ...part }));
  const setValue = (next: string) => set({ value: next });
  const facts = KINDS.find((k) => k.value === kind)!;
  const colours = [...new Set(allParts(job).map((part) => part.colour))];
  return (
    <View style={{ gap: SPACE.small }}>
      <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
      <Chips label="What kind of note?" options={KINDS} chosen={kind} onChoose={(next) => set({ kind: next })} />
      <Input
        label="About what?"
        aria-label="About what?"
        placeholder={facts.heading}
        value={label}
        onChangeText={(next) => set({ label: next })}
        maxLength={80}
        renderErrorMessage={false}
      />
      {kind === 'colour' && colours.length ? (
        <View>
          <Strong>From the drawing</Strong>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
            {colours.map((colour) => (
              <Pressable
                key={colour}
                role="button"
                aria-label={`Take ${colour}`}
                onPress={() => setValue(colour)}
                style={{ minWidth: TARGET, minHeight: TARGET, alignItems: 'center', justifyContent: 'center' }}
              >
                <Swatch colour={colour} size={38} />
              </Pressable>
            ))}
          </View>
        </View>
      ) : null}
      {kind === 'font' ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.base }}>
          {SHIPPED_FONTS.map((font) => (
            <TextKey key={font.id} title={font.label} onPress={() => setValue(font.label)} />
          ))}
        </View>
      ) : null}
      <Input
        label="What?"
        aria-label="What?"
        placeholder={facts.placeholder}
        value={value}
        onChangeText={setValue}
        maxLength={2000}
        multiline={kind === 'words'}
        renderErrorMessage={false}
      />
      {write.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {write.error.message}
        </Body>
      ) : null}
      <Missing what={!value.trim() && 'There is nothing to write down yet.'} />
      <Button
        title="Write it down"
        disabled={!value.trim()}
        loading={write.isPending}
        onPress={() =>
          write.mutate(
            { id, kind, label: label.trim() || facts.heading, value: value.trim() },
            {
              onSuccess: () => {
                draft.done();
                onDone();
              },
            },
          )
        }
      />
    </View>
  );
}
