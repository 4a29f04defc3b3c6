import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { nameInRegion } from './regionName.ts';

const mm = fc.double({ min: 2, max: 300, noNaN: true });

test('a name never runs out of its region, and is as large as wanted where there is room', () => {
  fc.assert(
    fc.property(
      fc.record({ x: mm, y: mm, width: mm, depth: mm }),
      fc.string({ minLength: 1, maxLength: 30 }),
      fc.double({ min: 1, max: 12, noNaN: true }),
      (region, name, wanted) => {
        const { x, y, size, isTurned } = nameInRegion(region, name, wanted);
        const [long, high] = [size * name.length * 0.5, size];
        const [wide, deep] = isTurned ? [high, long] : [long, high];
        expect(wide).toBeLessThanOrEqual(region.width * 1.0001);
        expect(deep).toBeLessThanOrEqual(region.depth * 1.0001);
        expect([x, y]).toEqual([region.x + region.width / 2, region.y + region.depth / 2]);
        if (region.width > wanted * name.length && region.depth > wanted * 2)
          expect([size, isTurned]).toEqual([wanted, false]);
      },
    ),
  );
});

test('in a narrow region it stands along the depth', () => {
  const bumper = { x: 3, y: 60, width: 10, depth: 150 };
  expect(nameInRegion(bumper, 'left bumper', 5)).toMatchObject({ size: 5, isTurned: true });
  expect(nameInRegion({ ...bumper, width: 150, depth: 10 }, 'left bumper', 5).isTurned).toBe(false);
});
