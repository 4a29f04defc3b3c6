/** Part numbers of the forms that labels have: letters, figures, dashes. `random(below)` draws a whole number. */
export function partNumbers(random) {
  const pick = (of) => of[random(of.length)];
  const letters = 'ABCDEFGHJKLMNOPRSTUVWXYZ';
  const some = (of, n) => Array.from({ length: n }, () => pick(of)).join('');
  const forms = [
    () => `${some(letters, 2)}-${some('0123456789', 4)}`,
    () => `${some(letters, 2)}${some('0123456789', 3)}-${some(letters, 1)}${some('0123456789', 2)}`,
    () => `${some('0123456789', 6)}-${some('0123456789', 3)}`,
    () => `${some(letters, 1)}${some('0123456789', 5)}-${some('0123456789', 3)}${some(letters, 1)}`,
    () => `${some('0123456789', 2)}${some(letters, 3)}${some('0123456789', 4)}`,
  ];
  return (count) =>
    [...new Set(Array.from({ length: Math.ceil(count * 1.1) }, () => pick(forms)()))].slice(0, count);
}
