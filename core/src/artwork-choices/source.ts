import type { MeasuredChoices } from '../measured';
import { USUAL_CHOICES, type ReadingChoices } from './reading';
import { USUAL_TEXT, type TextChoices } from './text';

/** What there is to know of where a drawing comes from. Everything else asks this table. */
interface SourceRow {
  name: string;
  label: string;
  /** Endings of its files; null where it comes from measures or words, and no file is sent. */
  endings: RegExp | null;
  /** What the maker decides about it: how a file is read, the words of a text, or the measures of a shape. */
  choices: 'reading' | 'text' | 'measured';
  /** The editor in which that is decided; null where there is nothing to decide. */
  editor: 'tracing' | 'text' | 'joining' | 'measures' | null;
  /** Its own parts go to the step that takes their colour already, whichever drawing that is of. */
  joinsSteps: boolean;
  /** It is made of pixels: it can be looked at as it came, and takes long to be read. */
  isPicture: boolean;
}

const file = { choices: 'reading', joinsSteps: false, isPicture: false } as const;

const SOURCE_TABLE = [
  { name: 'svg', label: 'SVG', endings: /\.svgz?$/i, editor: null, ...file },
  { name: 'dxf', label: 'DXF', endings: /\.dxf$/i, editor: 'joining', ...file },
  { name: 'picture', label: 'Picture', endings: /\.(png|jpe?g)$/i, editor: 'tracing', ...file, isPicture: true },
  { name: 'hpgl', label: 'HP-GL', endings: /\.(hpgl|hpg|plt)$/i, editor: null, ...file },
  { name: 'gcode', label: 'G-code', endings: /\.(gcode|gco|nc|ngc)$/i, editor: null, ...file },
  { name: 'text', label: 'Text', endings: null, choices: 'text', editor: 'text', joinsSteps: true, isPicture: false },
  {
    name: 'measured',
    label: 'Measured shape',
    endings: null,
    choices: 'measured',
    editor: 'measures',
    joinsSteps: true,
    isPicture: false,
  },
] as const satisfies readonly SourceRow[];

export type SourceName = (typeof SOURCE_TABLE)[number]['name'];
export type Source = SourceRow & { name: SourceName };

export const SOURCES: readonly Source[] = SOURCE_TABLE;
export const SOURCE_NAMES = SOURCE_TABLE.map(({ name }) => name) as [SourceName, ...SourceName[]];

const byName = new Map<SourceName, Source>(SOURCES.map((source) => [source.name, source]));

/** What there is to know of a source. */
export const sourceOf = (name: SourceName): Source => byName.get(name)!;

/** The source of a file, by its name; undefined where it is none that can be read. */
export const sourceOfFile = (fileName: string): Source | undefined =>
  SOURCES.find(({ endings }) => endings?.test(fileName));

/** What a maker decides about a drawing, as it is kept. */
export type SourceChoices = Partial<ReadingChoices> | TextChoices | MeasuredChoices;

/** The same with what is usual where nothing was said; by what kind of choices its source has. */
export type Decided =
  | { reading: ReadingChoices; text: null; measured: null }
  | { reading: null; text: TextChoices; measured: null }
  | { reading: null; text: null; measured: MeasuredChoices };

/** What is decided about a drawing, and what is usual where nothing was said. */
export function decided(name: SourceName, choices: SourceChoices): Decided {
  switch (sourceOf(name).choices) {
    case 'text':
      return { reading: null, text: { ...USUAL_TEXT, ...(choices as TextChoices) }, measured: null };
    case 'measured':
      return { reading: null, text: null, measured: choices as MeasuredChoices };
    case 'reading':
      return { reading: { ...USUAL_CHOICES, ...(choices as Partial<ReadingChoices>) }, text: null, measured: null };
  }
}

/** Whether a drawing is a picture that is kept as one: to be printed, not traced. */
export const isKeptPicture = ({ source, choices }: { source: SourceName; choices: SourceChoices }): boolean =>
  sourceOf(source).isPicture && decided(source, choices).reading?.tracing.way === 'kept';

/** What a text is called among the drawings of a job. */
export const textName = ({ words }: TextChoices): string => `Text “${words.replace(/\s+/g, ' ').slice(0, 40)}”`;
