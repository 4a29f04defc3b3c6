import type { ReviewRule } from '../finding.ts';
import { boardFirmware, boardMoveOver } from './boardSwap.ts';
import { clockCheck, mainsCaution, targetNumber, testBeforeClosing } from './checksMissing.ts';
import { confusableTogether } from './confusableTogether.ts';
import { countsDiffer } from './countsDiffer.ts';
import { heatsinkCompound, heatsinkOrder } from './heatsinkCare.ts';
import { hiddenNotUncovered } from './hiddenNotUncovered.ts';
import { jointNotUndone } from './jointNotUndone.ts';
import { coverNotOpened, liftNotWaiting } from './liftNotWaiting.ts';
import { notInEvery } from './notInEvery.ts';
import { powerFirst } from './powerFirst.ts';
import { runsDiffer } from './runsDiffer.ts';
import { recessAndDriver, sizeAndThread, throughCaseInside } from './screwSense.ts';
import { singleUse } from './singleUse.ts';
import { coaxStraightUp, displaySupport, sprungUnmarked } from './stepCautions.ts';
import { nothingNeeds, oneTool } from './stepShape.ts';

/** The rules of the procedure check, a line each. */
export const reviewRules: readonly ReviewRule[] = [
  powerFirst,
  mainsCaution,
  jointNotUndone,
  liftNotWaiting,
  coverNotOpened,
  hiddenNotUncovered,
  runsDiffer,
  countsDiffer,
  heatsinkOrder,
  heatsinkCompound,
  coaxStraightUp,
  singleUse,
  confusableTogether,
  recessAndDriver,
  sizeAndThread,
  throughCaseInside,
  boardMoveOver,
  boardFirmware,
  clockCheck,
  testBeforeClosing,
  displaySupport,
  sprungUnmarked,
  targetNumber,
  oneTool,
  nothingNeeds,
  notInEvery,
];
