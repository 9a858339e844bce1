export {
  askSize,
  TRACING_WAYS,
  USUAL_CHOICES,
  USUAL_TRACING,
  type ReadingChoices,
  type SizeQuestion,
  type TracingChoices,
  type TracingWay,
} from './reading';
export {
  fontOfLine,
  fontsOf,
  linesOf,
  LONGEST_TEXT,
  SHIPPED_FONTS,
  USUAL_TEXT,
  type LineChoices,
  type ShippedFont,
  type TextChoices,
} from './text';
export {
  decided,
  isKeptPicture,
  SOURCE_NAMES,
  sourceOf,
  sourceOfFile,
  SOURCES,
  textName,
  type Decided,
  type Source,
  type SourceChoices,
  type SourceName,
} from './source';
