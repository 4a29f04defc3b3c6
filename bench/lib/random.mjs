/**
 * Whole numbers from 0 below a bound, the same for the same seed. By the high bits of the sequence: the low ones repeat
 * after a few steps, and whole combinations never come.
 */
export function randomFrom(seed) {
  let state = seed >>> 0;
  return (below) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 4_294_967_296) * below);
  };
}
