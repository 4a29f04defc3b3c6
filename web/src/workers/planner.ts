import type {
  Assumption,
  Derivation,
  Edit,
  EvidenceLine,
  Imported,
  ImportFile,
  ImportReading,
  Model,
  OpenQuestion,
  RecordingComparison,
  Result,
  Route,
  RouteRequest,
  Sequence,
} from '@bemtor/core';
import { wrap, type Remote } from 'comlink';
import type { Planner } from './planner.worker.ts';

let planner: Remote<Planner> | undefined;

/** The planner's worker: made when it is first needed, then kept. */
function worker(): Remote<Planner> {
  return (planner ??= wrap<Planner>(
    new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' }),
  ));
}

/** Loads the planner while what it will be asked about is still being read. */
export const startPlanner = (): void => void worker();

/** A worker takes plain data: what Vue has wrapped is unwrapped by a copy. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

export const planInWorker = (sequence: Sequence, request: RouteRequest): Promise<Result<Route>> =>
  worker().plan(plain(sequence), plain(request));

export const openQuestionsInWorker = (sequence: Sequence, request: RouteRequest): Promise<OpenQuestion[]> =>
  worker().openQuestions(plain(sequence), plain(request));

export const worthCheckingInWorker = (sequence: Sequence, request: RouteRequest): Promise<Assumption[]> =>
  worker().worthChecking(plain(sequence), plain(request));

export const worthCheckingOverallInWorker = (
  sequence: Sequence,
  request: Omit<RouteRequest, 'targets'>,
): Promise<Assumption[]> => worker().worthCheckingOverall(plain(sequence), plain(request));

export const circleInWorker = (
  lines: readonly EvidenceLine[],
  edits: readonly Edit[],
  model: Model,
): Promise<Derivation['cycle']> => worker().circle(plain(lines), plain(edits), plain(model));

/** Reads a file that is to come in: a large table takes seconds. */
export const readImportInWorker = (file: ImportFile, reading: ImportReading): Promise<Result<Imported>> =>
  worker().readImport(file, plain(reading));

/** `text`: JSON of the lines, what they were taken for, the model and its options. */
export const sequenceOfLinesInWorker = (
  text: string,
): Promise<{ made: Result<Sequence>; lost: readonly string[] }> => worker().derivedOfLines(text);

/** `evidence`: as for `deriveInWorker`. */
export const compareInWorker = (evidence: string): Promise<Result<RecordingComparison>> =>
  worker().compare(evidence);

/** `evidence`: JSON of the recordings and the model. */
export const deriveInWorker = (evidence: string): Promise<Result<Derivation>> => worker().derive(evidence);
