import { describe, expect, test } from '@jest/globals';
import { countOrders, type StepNeeds } from './countOrders.ts';

/** Needs of a partial order on 0…n-1: each step needs, one by one, those that come before it. */
const order = (n: number, before: (a: number, b: number) => boolean): StepNeeds =>
  Array.from({ length: n }, (_, b) =>
    Array.from({ length: n }, (_, a) => a)
      .filter((a) => a !== b && before(a, b))
      .map((a) => [a]),
  );

describe('number of valid orders', () => {
  test('fences of 1 to 8 acts: the zigzag numbers, OEIS A000111 (from memory, recomputed)', () => {
    const fence = (n: number) => order(n, (a, b) => a % 2 === 0 && Math.abs(a - b) === 1);
    expect([1, 2, 3, 4, 5, 6, 7, 8].map((n) => Number(countOrders(fence(n))))).toEqual([
      1, 1, 2, 5, 16, 61, 272, 1385,
    ]);
  });

  test('2 × k grids: the Catalan numbers, OEIS A000108 (from memory, recomputed)', () => {
    const grid = (k: number) =>
      order(2 * k, (a, b) => a % k <= b % k && Math.floor(a / k) <= Math.floor(b / k));
    expect([1, 2, 3, 4, 5, 6].map((k) => Number(countOrders(grid(k))))).toEqual([1, 2, 5, 14, 42, 132]);
  });

  test('subsets ordered by inclusion: OEIS A046873 (from memory, recomputed)', () => {
    const subsets = (n: number) => order(2 ** n, (a, b) => (a & b) === a);
    expect([1, 2, 3, 4].map((n) => Number(countOrders(subsets(n))))).toEqual([1, 2, 48, 1_680_384]);
  });

  test('no constraint: n! (elementary), beyond what a double holds', () => {
    expect(countOrders(order(25, () => false))).toBe(15_511_210_043_330_985_984_000_000n);
  });

  test('alternatives: of three acts, the last after either of the others', () => {
    expect(countOrders([[], [], [[0, 1]]])).toBe(4n);
  });

  test('gives up, rather than guesses, past its limit', () => {
    const chainless = order(16, (a, b) => a === 0 && b > 0);
    expect(countOrders(chainless, 100)).toBeNull();
  });
});
