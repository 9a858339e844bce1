import {
  convertUnit,
  fieldProblem,
  formatNumber,
  readTyped,
  type DetailField,
  type TypedQuantity,
} from '@keen-anvil/core/units';
import { Button, Input } from './elements';
import { Fragment, useEffect, useRef, useState } from 'react';
import { Controller, useForm, type Control } from 'react-hook-form';
import { View } from 'react-native';
import { ApiError } from '../features/api/client';
import { Chips } from './chips';
import { DraftOffer } from './draft-offer';
import { StaleChoice } from './stale-choice';
import { keepDraft, readDraft } from './use-draft';
import { useTokens } from './theme';
import { Toggle } from './toggle';
import { SPACE } from './tokens';
import { Aside, Body, Heading, Strong } from './type';
import { useUnits } from './units';

/** One field of a form. A number may be typed in any unit that measures the same thing. */
export interface FormField extends DetailField {
  isNeeded?: boolean;
  /** Not needed where something stands in that other field. */
  unless?: string;
  /** What is wrong with what was typed, beyond what its kind asks for. */
  problem?: (text: string) => string | null;
  isLong?: boolean;
  help?: string;
  /** What to call the choices, where their own names are none for people. */
  choiceLabels?: Readonly<Record<string, string>>;
}

export interface FormSection {
  title: string;
  fields: readonly FormField[];
}

export type FormValue = string | number | boolean | null;
export type FormValues = Record<string, FormValue>;
type Drafts = Record<string, string | boolean>;

interface RecordFormProps {
  sections: readonly FormSection[];
  values: FormValues;
  /** Numbers that were typed in another unit, as they were typed. */
  typed?: Record<string, TypedQuantity>;
  /** Tells what is typed here apart from other forms, so that it is kept over reload, Back and a crash. */
  draftName: string;
  submit: string;
  isSubmitting: boolean;
  error: Error | null;
  /** For a stale write: what it is, how it stands now in words, and what to do about it. */
  stale?: {
    what: string;
    sayTheirs: (current: never) => string;
    onKeepTheirs: () => void;
    onWriteMine: (
      current: never,
      values: FormValues,
      typed: Record<string, TypedQuantity>,
      written: () => void,
    ) => void;
  };
  /** `written` is to be called once it is written down, before the page goes: what was typed is kept no longer then. */
  onSubmit: (values: FormValues, typed: Record<string, TypedQuantity>, written: () => void) => void;
  /** What a choice of the maker brings with it: other fields take these values, as a family's usual process. */
  brings?: (name: string, value: string) => FormValues | null;
  /** Told whenever something is chosen, so that the fields can follow. */
  onChoose?: (name: string, value: string) => void;
}

/** A form over fields that are described by a table; what is wrong stands beneath its field, and nothing typed is lost. */
export function RecordForm({
  sections,
  values,
  typed = {},
  draftName,
  submit,
  isSubmitting,
  error,
  stale,
  onSubmit,
  brings,
  onChoose,
}: RecordFormProps) {
  const { rust } = useTokens();
  const units = useUnits();
  const fields = sections.flatMap((section) => section.fields);
  const draftOf = (field: FormField): string | boolean => {
    const value = values[field.name];
    if (field.kind === 'yes-no') return value === true;
    if (value === null || value === undefined) return '';
    if (field.kind !== 'number') return String(value);
    const kept = typed[field.name];
    if (kept) return kept.unit === units.unitFor(field.unit ?? '') ? kept.text : `${kept.text} ${kept.unit}`;
    const shown = units.unitFor(field.unit ?? '');
    return formatNumber(convertUnit(Number(value), field.unit ?? '', shown) ?? Number(value), 6);
  };
  const start = (): Drafts => Object.fromEntries(fields.map((field) => [field.name, draftOf(field)]));
  const [kept] = useState(() => readDraft<Drafts>(draftName));
  const [isBack, setBack] = useState(kept !== null);
  const { control, handleSubmit, getValues, reset, setValue, subscribe, setFocus } = useForm<Drafts>({
    defaultValues: { ...start(), ...kept },
  });
  // What is typed is kept until it is written down.
  const isWritten = useRef(false);
  useEffect(
    () =>
      subscribe({
        formState: { values: true },
        callback: ({ values: now, name }) => name && !isWritten.current && keepDraft(draftName, now),
      }),
    [subscribe, draftName],
  );
  const written = () => {
    isWritten.current = true;
    keepDraft(draftName, null);
  };
  const choose = (name: string, value: string) => {
    onChoose?.(name, value);
    for (const [other, brought] of Object.entries(brings?.(name, value) ?? {}))
      setValue(other, brought === true || brought === false ? brought : String(brought ?? ''));
  };
  const drop = () => {
    isWritten.current = false;
    keepDraft(draftName, null);
    setBack(false);
    reset(start());
    tell(start());
  };
  // What a choice brings with it, as other fields, comes back with the draft too.
  const tell = (drafts: Drafts) =>
    fields.forEach(
      ({ name, kind }) => kind === 'choice' && typeof drafts[name] === 'string' && onChoose?.(name, drafts[name]),
    );
  useEffect(() => {
    if (kept) tell(kept);
    // Once, for what lay there when the form was opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const read = (drafts: Drafts) => readDrafts(fields, drafts, units.unitFor);
  const apiError = error instanceof ApiError ? error : null;
  const refusedField = fields.find((field) => field.name === apiError?.field)?.name;
  // A refusal leads to its field.
  useEffect(() => {
    if (refusedField) setFocus(refusedField);
  }, [refusedField, apiError, setFocus]);
  const current = apiError?.code === 'stale' ? (apiError.current as never) : null;
  return (
    <View style={{ gap: SPACE.base }}>
      <DraftOffer isBack={isBack} onDrop={drop} />
      {sections.map((section) => (
        <Fragment key={section.title}>
          {section.fields.length ? <Heading>{section.title}</Heading> : null}
          {section.fields.map((field) => (
            <Field
              key={field.name}
              field={field}
              control={control}
              start={draftOf(field)}
              shownUnit={units.unitFor(field.unit ?? '')}
              refusal={apiError?.field === field.name ? apiError.message : undefined}
              onChoose={choose}
            />
          ))}
        </Fragment>
      ))}
      {stale && current ? (
        <StaleChoice
          what={stale.what}
          theirs={stale.sayTheirs(current)}
          yours={sayValues(fields, getValues())}
          isWriting={isSubmitting}
          onKeepTheirs={stale.onKeepTheirs}
          onWriteMine={() => {
            const mine = read(getValues());
            stale.onWriteMine(current, mine.values, mine.typed, written);
          }}
        />
      ) : (
        <>
          {error ? (
            <View role="alert">
              <Body style={{ color: rust }}>{error.message}</Body>
            </View>
          ) : null}
          <Button
            title={submit}
            loading={isSubmitting}
            onPress={() =>
              void handleSubmit((drafts) => {
                const mine = read(drafts);
                onSubmit(mine.values, mine.typed, written);
              })()
            }
          />
        </>
      )}
    </View>
  );
}

function sayValues(fields: readonly FormField[], drafts: Drafts): string {
  return fields
    .filter((field) => drafts[field.name] !== '' && drafts[field.name] !== false)
    .slice(0, 6)
    .map((field) => `${field.label.toLowerCase()} ${drafts[field.name] === true ? 'yes' : String(drafts[field.name])}`)
    .join(', ');
}

function readDrafts(
  fields: readonly FormField[],
  drafts: Drafts,
  unitFor: (unit: string) => string,
): { values: FormValues; typed: Record<string, TypedQuantity> } {
  const values: FormValues = {};
  const typed: Record<string, TypedQuantity> = {};
  for (const field of fields) {
    const draft = drafts[field.name];
    if (field.kind === 'yes-no') values[field.name] = draft === true;
    else if (field.kind !== 'number') values[field.name] = String(draft ?? '').trim() || (field.isNeeded ? '' : null);
    else {
      const text = String(draft ?? '').trim();
      const unit = field.unit ?? '';
      const number = text ? readTyped(text, unitFor(unit), unit) : null;
      values[field.name] = number?.value ?? null;
      if (number && number.unit !== unit)
        typed[field.name] = { text: text.replace(/[^\d.,+-]+$/, '').trim(), unit: number.unit };
    }
  }
  return { values, typed };
}

/** What is wrong with what stands in a field, as a sentence; undefined where nothing is. */
export function draftProblem(
  field: FormField,
  draft: string | boolean,
  shownUnit: string,
  others: Drafts = {},
): string | undefined {
  if (draft === '' || (typeof draft === 'string' && !draft.trim())) {
    const stands = field.unless ? String(others[field.unless] ?? '').trim() : '';
    return field.isNeeded && !stands ? `${field.label}: this is needed.` : undefined;
  }
  const own = typeof draft === 'string' ? field.problem?.(draft) : null;
  if (own) return own;
  if (field.kind !== 'number') return fieldProblem(field, draft) ?? undefined;
  const read = readTyped(String(draft), shownUnit, field.unit ?? '');
  return (read ? fieldProblem(field, read.value) : fieldProblem(field, String(draft))) ?? undefined;
}

interface FieldProps {
  field: FormField;
  control: Control<Drafts>;
  /** What stands in it where nothing was typed yet. */
  start: string | boolean;
  shownUnit: string;
  refusal?: string;
  onChoose?: (name: string, value: string) => void;
}

function Field({ field, control, start, shownUnit, refusal, onChoose }: FieldProps) {
  const label = shownUnit ? `${field.label}, ${shownUnit}` : field.label;
  return (
    <Controller
      control={control}
      name={field.name}
      defaultValue={start}
      rules={{ validate: (draft, drafts) => draftProblem(field, draft, shownUnit, drafts) ?? true }}
      render={({ field: { value, onChange, onBlur, ref }, fieldState }) => {
        const problem = fieldState.error?.message ?? refusal ?? '';
        if (field.kind === 'yes-no') {
          return <Toggle label={field.label} value={value === true} onChange={onChange} />;
        }
        if (field.kind === 'choice') {
          return (
            <View style={{ gap: SPACE.small }}>
              <Aside>{field.label}</Aside>
              <Chips
                label={field.label}
                options={(field.choices ?? []).map((choice) => ({
                  value: choice,
                  label: field.choiceLabels?.[choice] ?? choice,
                }))}
                chosen={String(value)}
                onChoose={(choice) => {
                  onChange(choice);
                  onChoose?.(field.name, choice);
                }}
              />
              <FieldHelp field={field} problem={problem} />
            </View>
          );
        }
        return (
          <View>
            <Input
              ref={ref as never}
              label={label}
              aria-label={field.label}
              value={String(value ?? '')}
              onChangeText={onChange}
              onBlur={onBlur}
              inputMode={field.kind === 'number' ? 'decimal' : 'text'}
              multiline={field.isLong}
              renderErrorMessage={false}
              rightIcon={
                field.kind === 'colour' ? (
                  <ColourWell label={field.label} value={String(value)} onChange={onChange} />
                ) : undefined
              }
            />
            <FieldHelp field={field} problem={problem} />
          </View>
        );
      }}
    />
  );
}

/** The browser's own way to choose a colour, beside the typed one. */
function ColourWell({ label, value, onChange }: { label: string; value: string; onChange: (value: string) => void }) {
  return (
    <input
      type="color"
      aria-label={`Choose: ${label}`}
      value={/^#[0-9a-f]{6}$/.test(value) ? value : '#9a9a9a'}
      onChange={(event) => onChange(event.target.value)}
      style={{ width: 48, height: 44, border: 'none', background: 'none', padding: 2 }}
    />
  );
}

function FieldHelp({ field, problem }: { field: FormField; problem: string }) {
  const { rust } = useTokens();
  if (problem)
    return (
      <View role="alert">
        <Strong style={{ color: rust, fontSize: 15 }}>{problem}</Strong>
      </View>
    );
  return field.help ? <Aside>{field.help}</Aside> : null;
}
