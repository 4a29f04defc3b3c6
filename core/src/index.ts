export * from './result.ts';

export * from './sequence/schema.ts';
export * from './sequence/screw.ts';
export * from './sequence/readSequence.ts';
export * from './sequence/configuration.ts';
export * from './sequence/describe.ts';
export * from './sequence/partDepths.ts';
export * from './sequence/sameDocument.ts';

export * from './reader/entries/entry.ts';
export * from './reader/context.ts';
export { readLine, readingFeatures, lineLimit } from './reader/readLine.ts';
export * from './reader/reading.ts';
export { sureEnough } from './reader/sureness.ts';
export * from './reader/entries/writeLine.ts';
export * from './reader/entries/describeEntry.ts';
export * from './reader/entries/shopWords.ts';
export * from './reader/entries/suggest.ts';
export * from './reader/entries/partName.ts';
export { otherNamesOf } from './reader/entries/otherNames.ts';
export { buildLexicon } from './reader/lexicon/shopLexicon.ts';
export type { KnownPart, Lexicon } from './reader/lexicon/lexicon.ts';

export * from './record/log.ts';
export { lineOf } from './record/lineOf.ts';
export * from './record/layers.ts';

export * from './derive/deriveSequence.ts';
export { actPictures, actTies } from './derive/actPictures.ts';
export { defaultDeriveSettings, type DeriveSettings } from './derive/deriveNeeds.ts';
export type { DerivedNeed } from './derive/needGraph.ts';
export { applyEdits, type Edited } from './edit/applyEdits.ts';
export { diffSequences, type Change } from './edit/diffSequences.ts';
export { editSchema, type Edit, type EditOf } from './edit/edit.ts';
export {
  compareRecordings,
  type ComparedAct,
  type RecordingComparison,
  type SeenAct,
} from './derive/compareRecordings.ts';
export { notBorneOut, type LikelyNeed } from './derive/notBorneOut.ts';
export type { Contradiction } from './derive/statements.ts';
export type { EvidenceLine, Recording } from './derive/replayRecording.ts';
export type { Conflict } from './derive/findConflicts.ts';
export { shortestCycle, type Cycle } from './derive/shortestCycle.ts';

export * from './route/request.ts';
export * from './route/planRoute.ts';
export * from './route/orderCost.ts';
export * from './route/why.ts';
export { arrivalOf, type Arrival } from './run/arrival.ts';
export { composeHandBack, handBackSheetSchema, type HandBackSheet, type HandedJob } from './run/handBack.ts';
export { closingFacts } from './run/closing.ts';
export { tighteningDrawing, type TighteningDrawing } from './run/tightening.ts';
export { unreachableParts } from './route/unreachable.ts';
export {
  actsToward,
  pairTargets,
  procedureTargets,
  remainingTargets,
  targetName,
  type NamedTarget,
} from './route/targets.ts';
export * from './route/worthChecking.ts';
export * from './route/profile.ts';

export * from './run/events.ts';
export * from './run/foldJob.ts';
export * from './run/runStep.ts';
export * from './run/runSteps.ts';
export * from './run/unitSequence.ts';
export * from './run/planRest.ts';
export * from './run/alike.ts';
export { type NotBack } from './run/notBack.ts';
export * from './shop/schools.ts';
export * from './shop/copies.ts';
export * from './shop/forgetting.ts';
export * from './api/health.ts';
export * from './accounts/permissions.ts';
export * from './accounts/messages.ts';
export * from './shop/events.ts';
export * from './shop/fields.ts';
export * from './shop/told.ts';
export * from './shop/unitTold.ts';
export * from './run/leftovers.ts';
export * from './run/differenceWords.ts';

export * from './triage/intake.ts';
export * from './triage/triage.ts';
export * from './triage/openQuestions.ts';
export type { RepairAct } from './triage/rules.ts';

export type { Finding, Remedy, Severity } from './review/finding.ts';
export type { RunEvidence } from './review/runEvidence.ts';
export * from './review/checkSequence.ts';
export * from './review/decisions.ts';

export * from './estimate/timeModel.ts';
export * from './estimate/estimateSteps.ts';
export * from './run/ledger.ts';
export * from './run/progress.ts';
export * from './run/acts.ts';
export * from './run/tray.ts';
export * from './run/summary.ts';
export * from './run/jobReport.ts';

export * from './api/ids.ts';
export * from './api/messages.ts';
export * from './api/search.ts';
export { keepable, unkeepable } from './api/text.ts';

export { readCaptions, narrationLimit, type Cue } from './reader/speech/readCaptions.ts';
export { draftNarration, draftWithDoubts, type DoubtedEntry } from './reader/speech/draftNarration.ts';

export {
  composeGuide,
  guideDeferral,
  type Guide,
  type GuideRequest,
  type GuideScrews,
  type GuideStep,
} from './guide/guide.ts';
export { guideFacts, kindsByCell, partWords, stepFacts, toolWords } from './guide/guideWords.ts';
export { cautionsOf, pickList, type PickList } from './guide/pickList.ts';
export { headAcross, headRing, headShape, headSquare } from './guide/screwHead.ts';
export { sequenceText } from './guide/sequenceText.ts';
export type { Pictures } from './guide/pictures.ts';
export { guideHtml } from './guide/guideHtml.ts';
export { fileName, guideFileName, guideFormats, writeGuide, type GuideFormat } from './guide/writeGuide.ts';
export { sequenceJsonSchema, sequenceSchemaPath } from './sequence/jsonSchema.ts';

export * from './paper/paperSizes.ts';
export {
  guideOfRequest,
  paperRequestSchema,
  type PaperRequest,
  type PaperRequestOf,
} from './paper/paperRequest.ts';
export {
  mendLine,
  mostImportBytes,
  readImport,
  sequenceOfLines,
  type Imported,
  type ImportedLines,
  type ImportFile,
  type ImportReading,
} from './import/readImport.ts';
export { csvFields, type CsvField, type CsvMapping } from './import/importCsv.ts';
export { lineWords, type ImportLine } from './import/importLine.ts';
export { drawLabel, type DrawnLabel, type Label, type LabelCode } from './labels/drawLabel.ts';

export * from './mat/points.ts';
export * from './mat/matGroups.ts';
export * from './mat/matTiles.ts';
export * from './mat/matLayers.ts';
export * from './mat/placeWords.ts';
export * from './mat/where.ts';
export * from './mat/regionName.ts';
export * from './mat/ground.ts';
export { isKnownAnswer, readAnswer } from './api/answers.ts';
export { metricThread } from './tables/metricThreads.ts';
export * from './maths/countingScale.ts';
export * from './maths/quantity.ts';
export * from './maths/battery.ts';
export * from './maths/batteryFit.ts';
export * from './maths/batteryReport.ts';
export * from './maths/coinCell.ts';
export * from './maths/heatAndTests.ts';
export * from './maths/identifyScrew.ts';
export * from './maths/forms.ts';

export * from './parts/foldNumber.ts';
export * from './parts/fitsInstead.ts';
