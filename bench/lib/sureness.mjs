// The sureness of readings: fitted to labelled lines by other hands, and shown on the folds left out.
import { readCorpus, readRows } from './corpus.mjs';

/** All lines of the corpus as they are read, and those of them that hold acts: sureness is about these. */
export const lines = readRows(readCorpus());
const rows = lines.filter(({ hasActs }) => hasActs);
export const names = [...new Set(rows.flatMap(({ features }) => Object.keys(features)))].sort();
const x = rows.map(({ features }) => names.map((name) => features[name] ?? 0));
const y = rows.map(({ right }) => (right ? 1 : 0));

const sigmoid = (z) => 1 / (1 + Math.exp(-z));
const dot = (a, b) => a.reduce((sum, value, i) => sum + value * b[i], 0);

/** Logistic regression with a ridge, by gradient descent with momentum; `ridge` keeps weights of rare features small. */
export function fit(train = rows.map((_, i) => i), { steps = 1500, rate = 0.5, ridge = 0.004 } = {}) {
  const weights = names.map((name) => (name === 'bias' ? 1 : 0));
  const speed = names.map(() => 0);
  for (let step = 0; step < steps; step++) {
    const gradient = weights.map((weight, i) => (names[i] === 'bias' ? 0 : ridge * weight));
    for (const i of train) {
      const error = (sigmoid(dot(x[i], weights)) - y[i]) / train.length;
      for (let j = 0; j < names.length; j++) gradient[j] += error * x[i][j];
    }
    for (let j = 0; j < names.length; j++) {
      speed[j] = 0.9 * speed[j] - rate * gradient[j];
      weights[j] += speed[j];
    }
  }
  return weights;
}

/** Predictions for each row by a model that never saw its fold. */
function crossValidate(foldOf) {
  const folds = [...new Set(rows.map(foldOf))];
  const said = rows.map(() => 0);
  for (const fold of folds) {
    const train = rows.flatMap((row, i) => (foldOf(row) === fold ? [] : [i]));
    const weights = fit(train);
    rows.forEach((row, i) => {
      if (foldOf(row) === fold) said[i] = sigmoid(dot(x[i], weights));
    });
  }
  return said;
}

export const percent = (a, b) => `${((100 * a) / Math.max(1, b)).toFixed(1)} %`;
export function report(title, said) {
  const all = lines.length;
  console.log(`\n${title}`);
  console.log('  asked below   readings asked   of those kept, right   silent of all lines');
  for (const threshold of [0.5, 0.6, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95]) {
    const kept = said.flatMap((p, i) => (p >= threshold ? [i] : []));
    const right = kept.filter((i) => y[i] === 1).length;
    const silent = kept.filter((i) => y[i] === 0 && !rows[i].flagged).length;
    console.log(
      `  ${threshold.toFixed(2).padStart(11)}   ${percent(said.length - kept.length, said.length).padStart(14)}   ${percent(right, kept.length).padStart(20)}   ${percent(silent, all).padStart(19)}`,
    );
  }
  console.log('  calibration: said, right, readings');
  for (let low = 0; low < 1; low += 0.1) {
    const inside = said.flatMap((p, i) => (p >= low && p < low + 0.1 ? [i] : []));
    if (inside.length > 0) {
      const mean = inside.reduce((sum, i) => sum + said[i], 0) / inside.length;
      console.log(
        `    ${mean.toFixed(2)}  ${(inside.filter((i) => y[i] === 1).length / inside.length).toFixed(2)}  ${inside.length}`,
      );
    }
  }
}

/** Cross-validation by voice and by session, printed. */
export function reportFolds() {
  console.log(`${lines.length} labelled lines, ${rows.length} readings with acts, ${names.length} features`);
  report(
    'Left out by voice',
    crossValidate(({ voice }) => voice),
  );
  report(
    'Left out by session',
    crossValidate(({ session }) => session),
  );
}
