import { wordTable } from '../../wordTable.ts';

/** Numbers in words. Common practice, no source. */
export const numberWords: Readonly<Record<string, number>> = wordTable({
  zero: 0,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  thirteen: 13,
  fourteen: 14,
  fifteen: 15,
  sixteen: 16,
  seventeen: 17,
  eighteen: 18,
  nineteen: 19,
  dozen: 12,
  twa: 2,
});

/** Words that take a unit behind them: "twenty-two". */
export const tensWords: Readonly<Record<string, number>> = wordTable({
  twenty: 20,
  thirty: 30,
  forty: 40,
  fifty: 50,
  sixty: 60,
  seventy: 70,
  eighty: 80,
  ninety: 90,
});

/** Which one of several: "the third spins". */
export const ordinalWords: Readonly<Record<string, number>> = wordTable({
  first: 1,
  second: 2,
  third: 3,
  fourth: 4,
  forth: 4,
  fifth: 5,
  sixth: 6,
  seventh: 7,
  eighth: 8,
  ninth: 9,
  tenth: 10,
  eleventh: 11,
  twelfth: 12,
  thirteenth: 13,
  fourteenth: 14,
  fifteenth: 15,
});
