import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { metricThreads } from '../tables/metricThreads.ts';
import { recessByThread, recessFor } from '../tables/recesses.ts';
import { screwMass } from './countingScale.ts';
import { keyboardMatch, memoryKind, moduleFits, readModuleForm } from './forms.ts';
import {
  applicationsInTube,
  compareHeatPaths,
  compoundMm3,
  heatPathKPerW,
  strapTest,
} from './heatAndTests.ts';
import { bossFit, driverRisk, identifyScrew, sensibleTorque, stressAreaMm2 } from './identifyScrew.ts';
import { readQuantity, type QuantityKind } from './quantity.ts';

describe('quantities as they are typed', () => {
  test.each<[string, QuantityKind, number]>([
    ['12.5', 'length', 12.5],
    ['12,5 mm', 'length', 12.5],
    ['0.5 in', 'length', 12.7],
    ['½', 'length', NaN],
    ['250 mg', 'mass', 0.25],
    ['1 oz', 'mass', 28.349523125],
    ['77 °F', 'temperature', 25],
    ['-40F', 'temperature', -40],
    ['300 K', 'temperature', 26.85],
    ['4.1 Ah', 'charge', 4100],
    ['47400 mWh', 'energy', 47.4],
    ['5 h 16 min', 'time', 5.2666667],
    ['5:16', 'time', 5.2666667],
    ['PT5H16M', 'time', 5.2666667],
    ['90 min', 'time', 1.5],
    ['750 kΩ', 'resistance', 0.75],
    ['1 Nm', 'torque', 100],
    ['2e-3 A', 'current', 2000],
  ])('%s as %s', (text, kind, expected) => {
    const read = readQuantity(text, kind);
    if (Number.isNaN(expected)) return expect(read.ok).toBe(false);
    expect(read.ok && read.value).toBeCloseTo(expected, 6);
  });
  test.each<[string, QuantityKind, RegExp]>([
    ['-3 mm', 'length', /cannot be/],
    ['-300 °C', 'temperature', /cannot be/],
    ['3 V', 'length', /no unit of length/],
    ['', 'mass', /nothing is typed/],
    ['long', 'length', /no number/],
  ])('%s as %s is refused in words', (text, kind, what) => {
    const read = readQuantity(text, kind, 'length');
    expect(read.ok ? '' : read.fault.what).toMatch(what);
    expect(read.ok ? '' : read.fault.right).not.toBe('');
  });
  test('a number written with any unit of a kind reads back', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e6, noNaN: true }), (mm) => {
        for (const [unit, per] of [
          ['mm', 1],
          ['in', 25.4],
          ['cm', 10],
        ] as const) {
          const read = readQuantity(`${mm / per} ${unit}`, 'length');
          expect(read.ok && Math.abs(read.value - mm) <= Math.max(1e-9, mm * 1e-12)).toBe(true);
        }
      }),
    );
  });
});

describe('screws', () => {
  // ISO 898-1 / ISO 3506-1 (from memory, recomputed).
  test.each([
    ['M1.6', 1.27],
    ['M2', 2.07],
    ['M2.5', 3.39],
    ['M3', 5.03],
    ['M4', 8.78],
  ])('stress area of %s is %s mm²', (thread, area) => {
    expect(stressAreaMm2(thread)).toBeCloseTo(area, 2);
  });
  // ISO 261 (from memory).
  test('coarse pitches', () => {
    expect(Object.fromEntries(metricThreads.map(({ thread, pitchMm }) => [thread, pitchMm]))).toMatchObject({
      M1: 0.25,
      'M1.2': 0.25,
      'M1.4': 0.3,
      'M1.6': 0.35,
      M2: 0.4,
      'M2.5': 0.45,
      M3: 0.5,
      'M3.5': 0.6,
      M4: 0.7,
      M5: 0.8,
    });
  });
  // ISO 7045 with ISO 4757, ISO 14583 with ISO 10664 (from memory).
  test('recesses by thread; one below the table is common practice, two above are at odds', () => {
    const rows = Object.fromEntries(
      recessByThread.map(({ thread, cross, sixLobe }) => [thread, [cross, sixLobe]]),
    );
    expect(rows).toMatchObject({
      'M1.6': ['PH0', 'T5'],
      M2: ['PH0', 'T6'],
      'M2.5': ['PH1', 'T8'],
      M3: ['PH1', 'T10'],
      'M3.5': ['PH2', 'T15'],
      M4: ['PH2', 'T20'],
      M5: ['PH2', 'T25'],
      M6: ['PH3', 'T30'],
    });
    expect(recessFor('PH00', 'M2')).toMatchObject({ fits: true });
    expect(recessFor('PH2', 'M2')).toMatchObject({ fits: false, usual: 'PH0' });
    expect(recessFor('Y0', 'M2')).toBeNull();
  });
  // ISO 7045 (from memory): an M2 pan head is 4.0 × 1.6 mm.
  test.each([
    [
      { outerMm: 1.95, lengthMm: 4.0, headMm: 4.0, headHeightMm: 1.6, pitchMm: 0.4, massG: null },
      'M2 × 4',
      'pan',
    ],
    [
      { outerMm: 1.94, lengthMm: 2.9, headMm: 5.4, headHeightMm: 0.6, pitchMm: null, massG: null },
      'M2 × 3',
      'wafer',
    ],
    [
      { outerMm: 2.45, lengthMm: 5.1, headMm: null, headHeightMm: null, pitchMm: 0.45, massG: null },
      'M2.5 × 5',
      undefined,
    ],
    [
      { outerMm: 1.55, lengthMm: null, headMm: null, headHeightMm: null, pitchMm: null, massG: null },
      'M1.6',
      undefined,
    ],
  ])('%o is %s', (measures, designation, head) => {
    const [first, ...others] = identifyScrew(measures);
    expect(first?.designation).toBe(designation);
    expect(first?.screw.head).toBe(head);
    expect(others.every(({ score }) => score <= first!.score)).toBe(true);
  });
  test('every standard thread, measured a little under, is found again; nonsense is nothing', () => {
    for (const { thread, diameterMm, pitchMm } of metricThreads)
      expect(
        identifyScrew({
          outerMm: diameterMm * 0.97,
          lengthMm: 4,
          headMm: null,
          headHeightMm: null,
          pitchMm,
          massG: null,
        })[0]?.screw.thread,
      ).toBe(thread);
    expect(
      identifyScrew({
        outerMm: 40,
        lengthMm: 4,
        headMm: null,
        headHeightMm: null,
        pitchMm: null,
        massG: null,
      }),
    ).toEqual([]);
  });
  test('a longer or thicker screw is never lighter', () => {
    const length = fc.double({ min: 1, max: 40, noNaN: true });
    fc.assert(
      fc.property(
        length,
        length,
        fc.constantFrom(...metricThreads.map(({ thread }) => thread)),
        (a, b, thread) => {
          const mass = (lengthMm: number) => screwMass({ thread, lengthMm }) ?? 0;
          expect(mass(Math.max(a, b))).toBeGreaterThanOrEqual(mass(Math.min(a, b)));
        },
      ),
    );
  });
  test('torque: by hand for M3 8.8 in steel; a finger where no figure is honest; more strength never allows less', () => {
    const advice = sensibleTorque('M3', '8.8', 'steel');
    // 0.2 · 3 mm · 0.65 · 580 MPa · 5.03 mm² = 1 138 N·mm = 114 N·cm.
    expect(advice.kind === 'figure' && advice.newtonCm).toBeCloseTo(113.8, 0);
    expect(sensibleTorque('M2', '8.8', 'plastic').kind).toBe('feel');
    expect(sensibleTorque('M1.4', '8.8', 'steel').kind).toBe('feel');
    const figures = (['4.8', 'A2-70', '8.8'] as const).map((id) => {
      const one = sensibleTorque('M2', id, 'steel');
      return one.kind === 'figure' ? one.newtonCm : 0;
    });
    expect(figures).toEqual([...figures].sort((a, b) => a - b));
  });
  test.each([
    ['PH0', 'PH0', 'none'],
    ['PH0', 'PH1', 'some'],
    ['PH0', 'PH00', 'high'],
    ['PH0', 'PH2', 'high'],
    ['JIS0', 'PH0', 'high'],
    ['PH0', 'JIS0', 'some'],
    ['T5', 'PH0', 'high'],
    ['nail', 'PH0', 'high'],
  ])('a %s recess under a %s driver: risk %s', (recess, driver, risk) => {
    expect(driverRisk(recess, driver)).toMatchObject({ risk });
  });
  // Common practice, no source: a long screw in a short hole goes through; a short one strips.
  test.each([
    [4, 1, 4, 2, false, 'fits'],
    [6, 1, 4, 2, false, 'long'],
    [2.5, 1, 4, 2, false, 'short'],
    [4, 1, 4, 2, true, 'short'],
  ])(
    '%s mm through %s mm into %s mm, Ø %s, plastic %s: %s',
    (length, clamped, depth, diameter, plastic, verdict) => {
      expect(bossFit(length, clamped, depth, diameter, plastic)).toMatchObject({ verdict });
    },
  );
});

describe('heat, compound, strap', () => {
  // Arithmetic on a measured run, no source.
  test('73 °C at 14 W in a 25 °C room is 3.4 K/W', () => {
    expect(heatPathKPerW(73, 25, 14)).toBeCloseTo(3.43, 2);
    expect(compareHeatPaths(3.43, 2.6)).toMatchObject({ words: expect.stringContaining('24 % better') });
    expect(compareHeatPaths(2.6, 3.43).words).toContain('worse');
    expect(compareHeatPaths(3.43, 3.4).words).toContain('no change');
  });
  // ANSI/ESD S20.20, IEC 61340-5-1 (from memory).
  test.each([
    [1.2, 'good'],
    [34.9, 'good'],
    [35, 'open'],
    [0.1, 'short'],
  ])('a strap path of %s MΩ is %s', (megaohm, verdict) => {
    expect(strapTest(megaohm).verdict).toBe(verdict);
  });
  test('a die of 12 × 12 mm under 50 µm takes 10.8 mm³; a 4 g tube of 2.6 g/cm³ does 142 of them', () => {
    const one = compoundMm3(144, 0.05);
    expect(one).toBeCloseTo(10.8, 9);
    expect(applicationsInTube(4, 2.6, one)).toBe(142);
  });
});

describe('forms', () => {
  // PCI-SIG M.2 specification (from memory): WWLL.
  test.each([
    ['2230', 30],
    ['2242', 42],
    ['2260', 60],
    ['M.2 2280', 80],
    ['22110', 110],
  ])('%s is 22 mm wide and %s mm long', (code, lengthMm) => {
    expect(readModuleForm(code)).toMatchObject({ ok: true, value: { widthMm: 22, lengthMm } });
  });
  test('what is no code is refused; a module fits where a post stands', () => {
    expect(readModuleForm('2250').ok).toBe(false);
    const module = { code: '2242', widthMm: 22, lengthMm: 42 };
    expect(moduleFits(module, 22, [42, 80]).fits).toBe(true);
    expect(moduleFits(module, 22, [80]).words).toContain('extender to 80');
    expect(moduleFits({ ...module, lengthMm: 110 }, 22, [80]).words).toContain('too long');
    expect(moduleFits(module, 30, [42]).fits).toBe(false);
  });
  // JEDEC outlines (from memory).
  test('memory by its contacts', () => {
    expect([204, 260, 262, 240].map(memoryKind)).toEqual(['DDR3', 'DDR4', 'DDR5', null]);
  });
  test('a keyboard: frame and stick decide, backlight and layout ask for care', () => {
    const old = { layout: 'B', backlight: true, frame: 'screwed', stick: false };
    expect(keyboardMatch(old, old).verdict).toBe('fits');
    expect(keyboardMatch(old, { ...old, backlight: false }).verdict).toBe('care');
    expect(keyboardMatch(old, { ...old, layout: 'A' }).verdict).toBe('care');
    expect(keyboardMatch(old, { ...old, stick: true }).verdict).toBe('no');
  });
});
