import '../noEval.ts';
import {
  applyEdits,
  compareRecordings,
  cycleWithLines,
  deriveSequence,
  needLines,
  openQuestions,
  planRoute,
  worthChecking,
  worthCheckingOverall,
  type Derivation,
  readImport,
  sequenceOfLines,
  unreachableParts,
  type Edit,
  type EvidenceLine,
  type ImportedLines,
  type ImportFile,
  type ImportReading,
  type Model,
  type Option,
  type Recording,
  type RecordingComparison,
  type Result,
  type RouteRequest,
  type Sequence,
} from '@bemtor/core';
import { expose } from 'comlink';

/** The shortest circle of needs in what a recording says, as it was edited; null where there is none. */
function circle(lines: readonly EvidenceLine[], edits: readonly Edit[], model: Model): Derivation['cycle'] {
  const derived = deriveSequence([{ id: 'here', lines }], model);
  if (!derived.ok) return null;
  const edited = applyEdits(derived.value.sequence, edits).sequence;
  return cycleWithLines(edited, needLines(derived.value));
}

/** The sequence that recordings of a model bear out. They come as JSON: a text crosses to a worker soonest. */
function derive(text: string): Result<Derivation> {
  const { recordings, model } = JSON.parse(text) as {
    recordings: Recording[];
    model: { model: Model; options: Option[] };
  };
  return deriveSequence(recordings, model.model, model.options);
}

/** What recordings of a model have in common; they come as JSON, as to `derive`. */
function compare(text: string): Result<RecordingComparison> {
  const { recordings, model } = JSON.parse(text) as {
    recordings: Recording[];
    model: { model: Model; options: Option[] };
  };
  return compareRecordings(recordings, model.model, model.options);
}

/** The sequence that lines from a file bear out, and the parts of it that no order reaches. */
function derivedOfLines(text: string): { made: Result<Sequence>; lost: readonly string[] } {
  const { lines, format, model, options } = JSON.parse(text) as Pick<ImportedLines, 'lines' | 'format'> & {
    model: Model;
    options: Option[];
  };
  const made = sequenceOfLines({ lines, format }, model, options);
  return { made, lost: made.ok ? unreachableParts(made.value) : [] };
}

/** Planning and deriving run here, so that they never hold up typing or a screen. */
const planner = {
  circle,
  compare,
  derive,
  derivedOfLines,
  readImport: (file: ImportFile, reading: ImportReading) => readImport(file, reading),
  plan: (sequence: Sequence, request: RouteRequest) => planRoute(sequence, request),
  openQuestions: (sequence: Sequence, request: RouteRequest) => openQuestions(sequence, request),
  worthChecking: (sequence: Sequence, request: RouteRequest) => worthChecking(sequence, request),
  worthCheckingOverall: (sequence: Sequence, request: Omit<RouteRequest, 'targets'>) =>
    worthCheckingOverall(sequence, request),
};
export type Planner = typeof planner;
expose(planner);
