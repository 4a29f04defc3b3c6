// npm run bench:reader: how the labelled lines of corpus/reading are read. Method: each session is read in
// order, as typed; a line is right where all that its label wants is found and no act beside it, silent where it
// is wrong and nothing says so. The labels are by people; the reader never makes its own.
// Aims: right 92 % at least, silent 2 % at most.
import { acts } from './lib/match.mjs';
import { lines, percent, reportFolds } from './lib/sureness.mjs';
import { table } from './report.mjs';

/** Does the reading itself say that it may be wrong? */
const says = ({ flagged, reading }) => flagged || reading.doubts.length > 0;
const share = (title, some) => {
  const right = some.filter((line) => line.right).length;
  const silent = some.filter((line) => !line.right && !says(line)).length;
  const asked = some.length - right - silent;
  return [title, some.length, ...[right, asked, silent].map((n) => percent(n, some.length))];
};
const voices = [...new Set(lines.map(({ voice }) => voice))];
table(
  ['voice', 'lines', 'right', 'asked', 'silent'],
  [
    ...voices.map((voice) =>
      share(
        voice,
        lines.filter((line) => line.voice === voice),
      ),
    ),
    share('all', lines),
  ],
);

/** What is wrong with a reading, by the first difference that would be put right at the bench. */
function causeOf({ row, reading }) {
  const got = reading.entries.filter(({ kind }) => acts.has(kind));
  if (Boolean(row.amends) !== Boolean(reading.amends))
    return row.amends ? 'a correction missed' : 'a correction seen where none is';
  const kinds = (list) =>
    list
      .map(({ kind }) => kind)
      .sort()
      .join(' ');
  if (row.want.length === 0) return 'an act where nothing was done';
  if (got.length === 0) return 'nothing but a note';
  if (got.length < row.want.length) return 'an act lost';
  if (got.length > row.want.length) return 'an act too many';
  if (kinds(got) !== kinds(row.want)) return 'another kind of act';
  const parts = (list) =>
    list
      .map(({ part }) => [part].flat().join('|'))
      .sort()
      .join(' ');
  if (parts(got) !== parts(row.want)) return 'another part';
  const counts = (list) =>
    list
      .map((one) => one.count ?? one.joint?.count ?? '')
      .sort()
      .join(' ');
  return counts(got) === counts(row.want) ? 'a kind of screw, a lock or a value' : 'another count';
}
const wrong = lines.filter(({ right }) => !right);
const causes = new Map();
for (const line of wrong) {
  const cause = causeOf(line);
  causes.set(cause, [...(causes.get(cause) ?? []), line]);
}
console.log(`\nWrong readings by cause (${wrong.length})`);
table(
  ['cause', 'lines', 'silent'],
  [...causes]
    .sort((a, b) => b[1].length - a[1].length)
    .map(([cause, some]) => [cause, some.length, some.filter((line) => !says(line)).length]),
);
console.log('');
reportFolds();
