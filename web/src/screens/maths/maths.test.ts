import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { benchInstruments } from './benchInstruments.ts';
import { readFields, shown, type Instrument, type Reading, type Typed } from './instrument.ts';
import { powerInstruments } from './powerInstruments.ts';

const instruments: readonly Instrument[] = [...powerInstruments, ...benchInstruments];
const of = (id: string): Instrument => instruments.find((one) => one.id === id)!;

function use(id: string, typed: Typed): Reading | null {
  const { values, faults } = readFields(of(id).fields, typed);
  expect(faults).toEqual({});
  return of(id).read(values);
}
const figure = (reading: Reading | null, label: string): string | undefined =>
  reading?.figures.find((one) => one.label === label)?.value;

describe('each instrument, as somebody uses it', () => {
  test.each<[string, Typed, string, string]>([
    ['label', { voltageV: '7,5 V', chargeMAh: '4.67 Ah' }, 'energy', '35.02'],
    ['label', { chargeMAh: '3800', energyWh: '29' }, 'in series', '2'],
    ['health', { fullWh: '49.2', designWh: '60', runHours: '5 h 16 min' }, 'mean power', '9.342'],
    ['swelling', { thicknessMm: '0.27 in', nominalMm: '6' }, 'over nominal', '14'],
    ['coin', { capacityMAh: '225', clockMicroA: '4', offHours: '24' }, 'keeps the clock', '6.03'],
    [
      'screw',
      { outerMm: '1.95', lengthMm: '4', headMm: '4', headHeightMm: '1.6', pitchMm: '0.4' },
      'likeliest',
      'M2 × 4',
    ],
    ['torque', { thread: 'M3', screw: '8.8', boss: 'steel' }, 'at most', '113.8'],
    ['boss', { lengthMm: '4', clampedMm: '1', depthMm: '4', diameterMm: '2' }, 'in the thread', '3'],
    ['scale', { massG: '1.25', sampleCount: '10', sampleG: '0.5' }, 'surely', '25'],
    [
      'compound',
      { areaMm2: '144', bondLineMm: '50 µm', tubeG: '4', density: '2.6' },
      'the tube gives',
      '142',
    ],
    ['heat', { hotC: '73', roomC: '77 °F', powerW: '14' }, 'before', '3.429'],
    ['strap', { pathMOhm: '1200 kΩ' }, 'measured', '1.2'],
    ['modules', { code: '2280', contacts: '260' }, 'memory', 'DDR4'],
  ])('%s, %o: %s is %s', (id, typed, label, value) => {
    const reading = use(id, typed);
    expect(figure(reading, label)).toBe(value);
    expect(reading?.working.length).toBeGreaterThan(0);
  });

  test.each<[string, Typed, 'good' | 'care' | 'bad']>([
    ['label', { voltageV: '11.55', chargeMAh: '4100', energyWh: '41.4' }, 'bad'],
    ['health', { fullWh: '20', designWh: '47.4' }, 'bad'],
    ['health', { report: 'no report at all' }, 'bad'],
    ['swelling', { thicknessMm: '6.1', nominalMm: '6' }, 'good'],
    ['coin', { volts: '2850 mV' }, 'care'],
    ['screw', { outerMm: '40' }, 'bad'],
    ['driver', { recess: 'JIS0', driver: 'PH0' }, 'bad'],
    ['torque', { thread: 'M2', screw: '8.8', boss: 'plastic' }, 'care'],
    ['boss', { lengthMm: '6', clampedMm: '1', depthMm: '4', diameterMm: '2' }, 'bad'],
    ['heat', { hotC: '20', roomC: '25', powerW: '10' }, 'bad'],
    ['heat', { hotC: '90', roomC: '25', powerW: '15', afterC: '70', afterW: '15' }, 'good'],
    ['strap', { pathMOhm: '50' }, 'bad'],
    ['modules', { code: '2242', posts: '80' }, 'bad'],
    ['modules', { code: '1234' }, 'bad'],
    [
      'keyboard',
      { 'old.layout': 'A', 'old.frame': 'screwed', 'new.layout': 'B', 'new.frame': 'Screwed' },
      'care',
    ],
    ['fit', { 'old.connector': 'six pins', 'new.connector': 'eight pins' }, 'bad'],
  ])('%s, %o is %s', (id, typed, kind) => {
    expect(use(id, typed)?.verdict?.kind).toBe(kind);
  });

  test('a verdict of a disagreeing label names the likeliest misread', () => {
    const reading = use('label', { voltageV: '11.55', chargeMAh: '1400', energyWh: '47.4' });
    expect(reading?.lines?.[0]?.words).toMatch(/charge, 4100 instead/);
  });

  test('nothing typed shows nothing; what cannot be is refused in words at its field', () => {
    for (const instrument of instruments) {
      expect([instrument.id, instrument.read(readFields(instrument.fields, {}).values)]).toEqual([
        instrument.id,
        null,
      ]);
      expect(new Set(instrument.fields.map(({ key }) => key)).size).toBe(instrument.fields.length);
    }
    expect(readFields(of('heat').fields, { hotC: '-400 °C' }).faults['hotC']).toMatch(/nothing is colder/);
    expect(readFields(of('label').fields, { voltageV: '3 mm' }).faults['voltageV']).toMatch(
      /no unit of voltage/,
    );
    expect(readFields(of('coin').fields, { years: 'old' }).faults['years']).toMatch(/a number/);
  });

  test('whatever is typed, no instrument breaks, and no figure is no number', () => {
    const text = fc.oneof(
      fc.constantFrom(
        '',
        '0',
        '1',
        '7.4',
        '1e6',
        '5 h 16',
        'M2',
        'PH0',
        '2280',
        'yes',
        '-1',
        '½',
        '8.8',
        'steel',
      ),
      fc.string({ maxLength: 8 }),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...instruments),
        fc.array(text, { minLength: 24, maxLength: 24 }),
        (instrument, texts) => {
          const typed = Object.fromEntries(instrument.fields.map(({ key }, i) => [key, texts[i] ?? '']));
          const { values, faults } = readFields(instrument.fields, typed);
          if (Object.keys(faults).length > 0) return;
          const reading = instrument.read(values);
          for (const { value } of reading?.figures ?? []) expect(value).not.toMatch(/NaN|Infinity|undefined/);
        },
      ),
      { numRuns: 500 },
    );
  });

  test.each([
    [11.55, '11.55'],
    [4104.0001, '4104'],
    [0.012345, '0.01235'],
    [0, '0'],
    [123456, '123456'],
  ])('%s is shown as %s', (value, text) => {
    expect(shown(value)).toBe(text);
  });
});
