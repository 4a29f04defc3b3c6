import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  batteryHealth,
  batteryTriple,
  cellsInSeries,
  meanPowerW,
  packSwelling,
  runtimeHours,
  withinSimpleCarriage,
} from './battery.ts';
import { batteryFit, emptyPack, type PackFacts } from './batteryFit.ts';
import { coinCells, coinCellSize, coinCellYears, coinVerdict } from './coinCell.ts';

const triple = (voltageV: number | null, chargeMAh: number | null, energyWh: number | null) =>
  batteryTriple({ voltageV, chargeMAh, energyWh });

describe('voltage, charge and energy', () => {
  // Measured label values, common practice, no source: check-values of the design.
  test.each<[number | null, number | null, number | null, string, number]>([
    [7.5, 4670, null, 'energyWh', 35],
    [null, 3800, 29, 'voltageV', 7.6],
    [15.44, null, 80, 'chargeMAh', 5180],
  ])('%s V, %s mAh, %s Wh: %s is %s', (v, mah, wh, figure, value) => {
    const found = triple(v, mah, wh);
    if (found.kind !== 'complete') throw new Error(found.kind);
    expect(found.derived).toBe(figure);
    const got = found.figures[figure as keyof typeof found.figures];
    expect(Math.abs(got / value - 1)).toBeLessThan(0.005);
  });

  test('any two give the third, and the three agree again', () => {
    const v = fc.double({ min: 1, max: 60, noNaN: true });
    const mah = fc.double({ min: 10, max: 20_000, noNaN: true });
    fc.assert(
      fc.property(v, mah, (voltageV, chargeMAh) => {
        const one = triple(voltageV, chargeMAh, null);
        if (one.kind !== 'complete') throw new Error(one.kind);
        const { energyWh } = one.figures;
        expect(triple(voltageV, chargeMAh, energyWh)).toMatchObject({ kind: 'complete', derived: null });
        const back = triple(null, chargeMAh, energyWh);
        expect(back.kind === 'complete' && Math.abs(back.figures.voltageV / voltageV - 1) < 1e-9).toBe(true);
      }),
    );
  });

  test.each<[number, number, number, string, number]>([
    [11.55, 4100, 41.4, 'energyWh', 47.4],
    [11.55, 1400, 47.4, 'chargeMAh', 4100],
    [13.2, 4100, 47.4, 'voltageV', 11.56],
  ])('%s V, %s mAh and %s Wh disagree: %s is likely %s', (v, mah, wh, figure, instead) => {
    const found = triple(v, mah, wh);
    if (found.kind !== 'disagree') throw new Error(found.kind);
    expect(found.likely?.figure).toBe(figure);
    expect(Math.abs((found.likely?.instead ?? 0) / instead - 1)).toBeLessThan(0.04);
  });

  test.each([
    [7.6, 2, 'li-ion-hv', 8.8],
    [7.4, 2, 'li-ion', 8.4],
    [7.2, 2, 'li-ion', 8.4],
    [15.44, 4, 'li-ion-hv', 17.6],
    [11.1, 3, 'li-ion', 12.6],
    [3.87, 1, 'li-ion-hv', 4.4],
    [9.6, 3, 'lfp', 10.95],
  ])('%s V is %s cells, %s, charged to %s V', (v, cells, chemistry, limit) => {
    expect(cellsInSeries(v)).toMatchObject({ cells, chemistry: { id: chemistry }, chargeLimitV: limit });
  });

  // Arithmetic on a measured run, no source: 49.2 Wh that last 5 h 16 min.
  test('49.2 Wh in 5 h 16 min mean 9.34 W, and the other way round', () => {
    expect(meanPowerW(49.2, 5 + 16 / 60)).toBeCloseTo(9.34, 2);
    expect(runtimeHours(49.2, meanPowerW(49.2, 5 + 16 / 60))).toBeCloseTo(5 + 16 / 60, 9);
  });

  // UN Manual of Tests and Criteria 38.3 with ICAO Technical Instructions (from memory).
  test('up to 100 Wh inside the simple carriage rules, above outside', () => {
    expect([99.9, 100, 100.1].map(withinSimpleCarriage)).toEqual([true, true, false]);
  });

  test('health and swelling never get better with wear', () => {
    const rank = { good: 0, worn: 1, replace: 2, unknown: 3 } as const;
    const share = fc.double({ min: 0.01, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, fc.nat({ max: 2000 }), (a, b, cycles) => {
        const [less, more] = [Math.min(a, b), Math.max(a, b)];
        const at = (full: number) => rank[batteryHealth(full * 50, 50, cycles, null).verdict];
        expect(at(less)).toBeGreaterThanOrEqual(at(more));
      }),
    );
    expect(batteryHealth(null, null, null, null).verdict).toBe('unknown');
    expect(packSwelling(6.1, 6).verdict).toBe('sound');
    expect(packSwelling(6.9, 6)).toMatchObject({ verdict: 'swollen' });
  });
});

describe('will this battery fit?', () => {
  const old: PackFacts = {
    number: 'TB-4471',
    connector: 'six pins, wings',
    nominalV: 11.55,
    capacityMAh: 4100,
    energyWh: 47.4,
    widthMm: 210,
    depthMm: 90,
    heightMm: 6,
    mounting: 'five screws',
    contacts: 'up',
    region: 'EU',
  };
  test.each<[string, Partial<PackFacts>, string, string]>([
    ['the same', {}, 'fits', 'connector'],
    ['another plug', { connector: 'eight pins' }, 'no', 'connector'],
    ['four cells instead of three', { nominalV: 15.4 }, 'no', 'cells in series'],
    ['less in it', { energyWh: 41 }, 'care', 'capacity'],
    ['half a millimetre thicker', { heightMm: 6.5 }, 'no', 'height'],
    ['contacts down', { contacts: 'down' }, 'no', 'contacts'],
    ['another region', { region: 'JP' }, 'care', 'region of law'],
    ['charged to less', { nominalV: 11.1 }, 'no', 'cells in series'],
  ])('%s', (_name, change, verdict, line) => {
    const fit = batteryFit(old, { ...old, ...change });
    expect(fit.verdict).toBe(verdict);
    const said = fit.lines.find(({ what }) => what === line);
    expect(said?.verdict).toBe(verdict);
    expect(said?.reason).not.toBe('');
  });
  test('what nobody knows is a question, never a yes; one no is a no whatever is unknown', () => {
    const fields = Object.keys(emptyPack) as (keyof PackFacts)[];
    fc.assert(
      fc.property(fc.subarray(fields), (hidden) => {
        const known = { ...old, ...Object.fromEntries(hidden.map((key) => [key, null])) } as PackFacts;
        const fit = batteryFit(old, known);
        expect(fit.questions.length).toBe(fit.lines.filter(({ verdict }) => verdict === 'unknown').length);
        if (fit.questions.length > 0) expect(fit.verdict).toBe('unknown');
        expect(batteryFit(old, { ...known, contacts: 'down' }).verdict).toBe('no');
      }),
    );
  });
});

describe('the coin cell', () => {
  // IEC 60086 designation (from memory): CR2032 is 20 mm × 3.2 mm.
  test('its designation is its size', () => {
    expect(coinCellSize('CR2032')).toEqual({ diameterMm: 20, heightMm: 3.2 });
    for (const { id, diameterMm, heightMm } of coinCells)
      expect(coinCellSize(id)).toEqual({ diameterMm, heightMm });
    expect(coinCellSize('AA')).toBeNull();
  });
  // Common practice, no source: a cell in a board clock lasts 5 to 6 years.
  test('a CR2032 at 4 µA around the clock lasts five to six years', () => {
    const years = coinCellYears(225, 4, 1);
    expect(years).toBeGreaterThan(5);
    expect(years).toBeLessThan(6.5);
  });
  test('more capacity never shortens its life; more hours off mains never lengthen it', () => {
    const amount = fc.double({ min: 1, max: 500, noNaN: true });
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(
        amount,
        amount,
        share,
        share,
        fc.double({ min: 0.1, max: 50, noNaN: true }),
        (a, b, s, t, draw) => {
          const [less, more] = [Math.min(a, b), Math.max(a, b)];
          expect(coinCellYears(more, draw, s)).toBeGreaterThanOrEqual(coinCellYears(less, draw, s) - 1e-9);
          expect(coinCellYears(a, draw, Math.max(s, t))).toBeLessThanOrEqual(
            coinCellYears(a, draw, Math.min(s, t)) + 1e-9,
          );
        },
      ),
    );
  });
  test.each<[number | null, number | null, string | null]>([
    [3.1, null, 'good'],
    [2.85, 1, 'weak'],
    [2.4, null, 'replace'],
    [null, 6, 'replace'],
    [3.0, 5.5, 'weak'],
    [null, null, null],
  ])('%s V, %s years: %s', (v, years, verdict) => {
    expect(coinVerdict(v, years)?.verdict ?? null).toBe(verdict);
  });
});
