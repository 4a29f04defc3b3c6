/** A table of steps as another shop has it: names of its own for the columns, two rows that are no acts. */
export const theirTable = [
  'Pos;Do what;Number of them;Which;Remember',
  '1;turn over;;;',
  '2;base cover;7;PH0 M2 × 5;',
  '3;frobnicate the zibbel;;;',
  '4;base cover off;;;Clips are brittle',
  '5;battery plug;;;',
  '6;have some coffee;;;',
  '7;battery off;;;',
].join('\n');

/** Which of its columns hold what. */
export const theirColumns = [
  ['title', 'Do what'],
  ['count', 'Number of them'],
  ['screw', 'Which'],
  ['cautions', 'Remember'],
] as const;
