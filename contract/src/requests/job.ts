import 'reflect-metadata';
import { TRACING_WAYS, type TracingWay } from '@keen-anvil/core/artwork-choices';
import { DRIVERS, type Driver } from '@keen-anvil/core/machines';
import { OUTCOMES, PROCESS_NAMES, type Outcome, type ProcessName } from '@keen-anvil/core/recipes';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsString,
  IsUUID,
  Length,
  Max,
  Min,
  ValidateIf,
} from 'class-validator';
import { NOTE_KINDS, type NoteKind } from '@keen-anvil/core/steps';
import { Amount, IsMeasures, MayBeLeftOut, Name, Nested, NestedList, Version, Words } from './fields';

export class NewJob {
  @IsUUID() id!: string;
  @IsString() @Length(1, 120, { message: 'a job needs a name of 1 to 120 letters' }) name!: string;
  /** Made from this template. */
  @MayBeLeftOut() @IsUUID() templateId?: string;
}

export class JobChange {
  @Version() version!: number;
  @MayBeLeftOut() @IsString() @Length(1, 120, { message: 'a job needs a name of 1 to 120 letters' }) name?: string;
}

/** Takes an edit back, or does it again, on the version that the maker sees. */
export class JobTurn {
  @MayBeLeftOut() @Version() version?: number;
}

/** What the maker decides about tracing a picture. */
export class TracingWish {
  @IsIn(TRACING_WAYS) way!: TracingWay;
  @ValidateIf((wish: TracingWish) => wish.threshold !== null) @Amount('the threshold', 0, 255) threshold!:
    number | null;
  @IsBoolean() isInverted!: boolean;
  @IsInt() @Amount('the number of colours', 1, 12) colours!: number;
  @Amount('the tolerance', 0.01, 5, 'mm') toleranceMm!: number;
  @Amount('the smallest speck', 0, 10_000, 'mm²') smallestMm2!: number;
}

/** How a file is to be read (again). */
export class ReadingWish {
  @ValidateIf((wish: ReadingWish) => wish.unitMm !== null) @Amount('one unit', 0.0001, 10_000, 'mm') unitMm!:
    number | null;
  @Amount('the distance of loose ends', 0, 10, 'mm') joinMm!: number;
  @Nested(() => TracingWish) tracing!: TracingWish;
}

/** What one line of a text has of its own. */
export class LineWish {
  @ValidateIf((wish: LineWish) => wish.fontId !== null) @IsString() @Length(1, 60) fontId!: string | null;
  @ValidateIf((wish: LineWish) => wish.capHeightMm !== null)
  @Amount('the height of a capital', 1, 1000, 'mm')
  capHeightMm!: number | null;
}

/** A text to be set. */
export class TextWish {
  @IsString() @Length(1, 400, { message: 'a text has 1 to 400 letters' }) words!: string;
  /** One of the fonts that ship with the application, or the id of one of the workshop's own. */
  @IsString() @Length(1, 60) fontId!: string;
  @Amount('the height of a capital', 1, 1000, 'mm') capHeightMm!: number;
  @Amount('the space between letters', -100, 500, 'mm') letterSpacingMm!: number;
  @Amount('the space between lines', 0.2, 10, '×') lineSpacing!: number;
  @ValidateIf((wish: TextWish) => wish.lineGapMm !== null)
  @Amount('the gap between lines', -100, 1000, 'mm')
  lineGapMm: number | null = null;
  @ValidateIf((wish: TextWish) => wish.widthMm !== null)
  @Amount('the width of the text', 1, 5000, 'mm')
  widthMm: number | null = null;
  @NestedList(() => LineWish, 400) lines: readonly LineWish[] = [];
  @IsIn(['left', 'middle', 'right']) align!: 'left' | 'middle' | 'right';
  @ValidateIf((wish: TextWish) => wish.arcRadiusMm !== null)
  @Amount('the radius of the arc', -10_000, 10_000, 'mm')
  arcRadiusMm!: number | null;
  @IsBoolean() isReversed!: boolean;
}

/** A shape of the shelf with its measures; what they may be the shape itself says. */
export class MeasuredWish {
  @IsString() @Length(1, 40) shape!: string;
  @IsMeasures() measures!: Record<string, number>;
}

export class ReadAgain {
  /** Only looked at, or kept. */
  @IsBoolean() keep!: boolean;
  @MayBeLeftOut() @Nested(() => ReadingWish) reading?: ReadingWish;
  @MayBeLeftOut() @Nested(() => TextWish) text?: TextWish;
  @MayBeLeftOut() @Nested(() => MeasuredWish) measured?: MeasuredWish;
}

export class NewText {
  @IsUUID() id!: string;
  @Nested(() => TextWish) text!: TextWish;
}

export class NewMeasured {
  @IsUUID() id!: string;
  @Nested(() => MeasuredWish) measured!: MeasuredWish;
}

export class TextPreview {
  @Nested(() => TextWish) text!: TextWish;
}

export class NewNote {
  @IsUUID() id!: string;
  @IsIn(NOTE_KINDS) kind!: NoteKind;
  @IsString() @Length(1, 80, { message: 'a note needs a heading of 1 to 80 letters' }) label!: string;
  @IsString() @Length(1, 2000, { message: 'a note needs 1 to 2000 letters' }) value!: string;
}

export class NewTemplate {
  @IsUUID() id!: string;
  @Name('a template') name!: string;
}

/** Where a mark of a printed sheet was read, from the sheet's lead corner as it lies in the machine. */
export class MarkRead {
  /** Which mark, as one reads them: upper left, upper right, lower left, lower right. */
  @IsInt() @Min(0) @Max(3) mark!: number;
  @Amount('a mark', -1000, 10_000, 'mm') x!: number;
  @Amount('a mark', -1000, 10_000, 'mm') y!: number;
  /** How sure that is along each axis, where it was read several times: a standard error, mm. */
  @MayBeLeftOut() @Amount('the spread of a mark', 0, 10, 'mm') spreadMm?: number;
}

/** Where the marks of a turned sheet were read, before what is done on its back. */
export class RunMarks {
  @NestedList(() => MarkRead, 4, 'a sheet has four marks') read!: MarkRead[];
}

/** What was read of a sheet's marks. */
export class MarksRead {
  @IsUUID() sheetId!: string;
  @NestedList(() => MarkRead, 4, 'a sheet has four marks') read!: MarkRead[];
}

export class NewRun {
  /** Made by the client; the runs of all steps share it. */
  @IsUUID() seriesId!: string;
  /** How many times faster than true the stand-in goes. */
  @IsNumber() @Min(1) @Max(2000) speedUp!: number;
  /** Done on the maker's own machine, by the file or by hand; the stand-in stays out of it. */
  @MayBeLeftOut() @IsBoolean() byHand?: boolean;
  /** How it is done; on the stand-in, or by hand where that is said, where nothing is. */
  @MayBeLeftOut() @IsIn(DRIVERS) driver?: Driver;
  /** The maker is led: what has to be ready is ticked off before each start, the first one too. */
  @MayBeLeftOut() @IsBoolean() led?: boolean;
  /** The maker knows that the piece is used up, or that other work lies on it. */
  @MayBeLeftOut() @IsBoolean() knowing?: boolean;
  /** Of printed sheets: where their marks were read; the cut is brought to the print. */
  @MayBeLeftOut() @NestedList(() => MarksRead, 200) marks?: MarksRead[];
}

/** `done`: a run by hand is over. */
export const RUN_ACTIONS = ['start', 'pause', 'resume', 'cancel', 'done', 'enough'] as const;
export type RunAction = (typeof RUN_ACTIONS)[number];

/** What a maker presses. `enough` leaves the passes out that a run on hold would still do: what was looked at is through. */
export class RunCommand {
  @IsIn(RUN_ACTIONS) action!: RunAction;
  /** Where the recipe was revised since it was planned: by which it goes. */
  @MayBeLeftOut() @IsIn(['as-planned', 'as-revised']) recipe?: 'as-planned' | 'as-revised';
}

/** A line of what has to be ready, ticked off or not any more. Each tick is of one line, so that two makers can tick at once. */
export class LineTick {
  @IsString() @Length(1, 60) line!: string;
  @IsBoolean() isTicked!: boolean;
}

/** How far a run is moved on its sheet from where it was planned, after its edge was walked. */
export class RunNudge {
  @Amount('a nudge', -2000, 2000, 'mm') dxMm!: number;
  @Amount('a nudge', -2000, 2000, 'mm') dyMm!: number;
}

/** Why a run over a cable was broken off. */
export class InterruptionFields {
  @IsIn(['refused', 'alarm', 'lost', 'closed']) why!: 'refused' | 'alarm' | 'lost' | 'closed';
  @IsInt() @Min(0) @Max(100_000_000) line!: number;
  @MayBeLeftOut() @Words(400) text?: string;
  @MayBeLeftOut() @Words(400) said?: string;
}

/** How far a run over a cable is. */
export class RunReport {
  @Amount('the time that is done', 0, 10_000_000, 's') doneSeconds!: number;
  @Amount('the way that is done', 0, 1e12, 'mm') cutMm!: number;
  @IsInt() @Min(0) @Max(100_000_000) line!: number;
  @ValidateIf((report: RunReport) => report.interruption !== null)
  @Nested(() => InterruptionFields)
  interruption!: InterruptionFields | null;
}

/** A line of the workshop's own that is ticked before a start: before each, or only for one process or machine. */
export class NewPreparationLine {
  @IsUUID() id!: string;
  @IsString() @Length(1, 200, { message: 'a line has 1 to 200 letters' }) text!: string;
  @ValidateIf((line: NewPreparationLine) => line.process !== null) @IsIn(PROCESS_NAMES) process!: ProcessName | null;
  @ValidateIf((line: NewPreparationLine) => line.machineId !== null) @IsUUID() machineId!: string | null;
}

export class PartVerdict {
  @IsUUID() partId!: string;
  @IsIn(OUTCOMES) outcome!: Outcome;
}

/** What came out of something that was tried; null takes the verdict back. */
export class EvidenceVerdict {
  @ValidateIf((verdict: EvidenceVerdict) => verdict.outcome !== null) @IsIn(OUTCOMES) outcome!: Outcome | null;
}

/** What came out of a run, and what goes with that. */
export class RunVerdict extends EvidenceVerdict {
  /** Parts that came out otherwise than the rest. */
  @MayBeLeftOut() @NestedList(() => PartVerdict, 5000) parts?: PartVerdict[];
  /** What was seen, by the words of the process. */
  @ValidateIf((verdict: RunVerdict) => verdict.symptom !== null && verdict.symptom !== undefined)
  @Words(80)
  symptom?: string | null;
  @ValidateIf((verdict: RunVerdict) => verdict.photoId !== null && verdict.photoId !== undefined)
  @IsUUID()
  photoId?: string | null;
}

/** A run of the same step once more, in its place, that counts the first one in. */
export class RunAgain {
  @IsUUID() id!: string;
  /** Only these parts. */
  @MayBeLeftOut() @IsArray() @ArrayMinSize(1) @ArrayMaxSize(5000) @IsUUID(undefined, { each: true }) partIds?: string[];
  /** All of it, whatever was said of its parts. */
  @MayBeLeftOut() @IsBoolean() isAll?: boolean;
}

/** Puts a job, a note, a template or a workshop away, or takes it out again. */
export class PutAway {
  @IsBoolean() isArchived!: boolean;
}
