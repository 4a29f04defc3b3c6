// npm run fit:reader: fits the sureness of readings (core/src/reader/weights.ts) to labelled lines by other
// hands: logistic regression with a ridge, by plain gradient descent; deterministic. What is printed are the
// folds left out, by voice and by session, never the fit.
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { format, resolveConfig } from 'prettier';
import { fit, names, reportFolds } from './lib/sureness.mjs';

reportFolds();
const weights = fit();
const file = fileURLToPath(new URL('../core/src/reader/weights.ts', import.meta.url));
const body = names.map((name, i) => `  ${name}: ${weights[i].toFixed(3)},`).join('\n');
const source = `/** Written by \`npm run fit:reader\`: what each feature of a reading weighs for its being right. */\nexport const surenessWeights: Readonly<Record<string, number>> = {\n${body}\n};\n`;
writeFileSync(file, await format(source, { ...(await resolveConfig(file)), filepath: file }));
console.log(`\nWritten: ${file.slice(file.indexOf('core/'))}`);
