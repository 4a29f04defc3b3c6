import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { ModelSummary, UnitSummary } from '../api/messages.ts';
import { emptyIntake } from '../triage/intake.ts';
import { standingName } from './events.ts';
import { disputedFields, fieldsOf, takenBack, toldBetween, toldSchema, withTold } from './told.ts';
import { modelWith, unitFacts, unitWith } from './unitTold.ts';

/* What is said of a thing, by field: a change is what takes one state to another, and no more than that. */

const leaf = fc.oneof(fc.string(), fc.integer(), fc.boolean(), fc.array(fc.integer(), { maxLength: 3 }));
const name = fc.constantFrom('a', 'b', 'c-d', 'e_f');
const group = fc.dictionary(name, leaf, { maxKeys: 4 });
const thing = fc.dictionary(name, fc.oneof(leaf, group), { maxKeys: 4 });
/** Groups without a field and fields without a value are the same as none. */
const plainOf = (value: object) =>
  Object.fromEntries([...fieldsOf(value)].sort(([a], [b]) => (a < b ? -1 : 1)));

describe('what is said of a thing', () => {
  test('takes what was to what is, and back; where nothing changes there is nothing to say', () => {
    fc.assert(
      fc.property(thing, thing, (was, is) => {
        const told = toldBetween(was, is);
        if (told === null) return expect(plainOf(was)).toEqual(plainOf(is));
        expect(toldSchema.parse(told)).toEqual(told);
        // A field in the place of a group, or the other way round, has no path of its own to go back by.
        const same = (key: string) =>
          typeof was[key] === typeof is[key] && Array.isArray(was[key]) === Array.isArray(is[key]);
        fc.pre(Object.keys({ ...was, ...is }).every((key) => !(key in was) || !(key in is) || same(key)));
        expect(plainOf(withTold(was, told))).toEqual(plainOf(is));
        expect(plainOf(withTold(withTold(was, told), takenBack(told)))).toEqual(plainOf(was));
        expect(disputedFields(was, told)).toEqual([]);
        expect(disputedFields(is, told)).toEqual([]);
        return undefined;
      }),
    );
  });

  test('of two who speak of different fields neither disputes the other, and the order does not matter', () => {
    fc.assert(
      fc.property(
        fc.dictionary(name, fc.integer(), { minKeys: 2 }),
        fc.integer(),
        fc.integer(),
        (was, x, y) => {
          const [first, second] = Object.keys(was) as [string, string];
          const one = { set: { [first]: x }, was: { [first]: was[first] ?? null } };
          const two = { set: { [second]: y }, was: { [second]: was[second] ?? null } };
          expect(disputedFields(withTold(was, one), two)).toEqual([]);
          expect(withTold(withTold(was, one), two)).toEqual(withTold(withTold(was, two), one));
        },
      ),
    );
  });

  test('a field that somebody else set is named; nothing is inherited from where objects come from', () => {
    expect(
      disputedFields({ intake: { notes: 'theirs' } }, { set: { 'intake.notes': 'mine' }, was: {} }),
    ).toEqual(['intake.notes']);
    const odd = withTold({}, { set: { '__proto__.polluted': true, 'constructor.name': 'x' } });
    expect(({} as Record<string, unknown>)['polluted']).toBeUndefined();
    expect(Object.hasOwn(odd, 'constructor')).toBe(true);
  });
});

describe('a unit as this device knows it', () => {
  const model = (code: string): ModelSummary => ({
    ...{ code, maker: 'Tervane', name: `Wren ${code}`, form: 'notebook' },
    ...{ revision: 1, retired: false, mergedInto: null },
  });
  const at = '2026-11-27T08:00:00.000Z';
  const arrived = { at, body: { kind: 'unit-arrived' as const, unit: 'u', label: 'SK-1', model: 'A' } };
  const told = (set: object, was: object = {}) => ({
    at,
    body: { kind: 'unit-told' as const, unit: 'u', set: { ...set }, was: { ...was } },
  });

  test('arrives, is told of and leaves before the server has heard a word', () => {
    const said = [
      arrived,
      told({ complaint: 'howls', 'configuration.bay': '2.5', 'intake.powered': true, model: 'B' }),
      told({ left: true, 'configuration.bay': null }),
      { at, body: { kind: 'want-told' as const, want: 'w', state: 'met' as const } },
    ];
    expect(unitWith(null, 'u', said, model)).toMatchObject({
      ...{ label: 'SK-1', complaint: 'howls', configuration: {}, leftAt: at, arrivedAt: at },
      ...{ intake: { ...emptyIntake, powered: true }, model: { name: 'Wren B' } },
    });
    expect(unitWith(null, 'other', said, model)).toBeNull();
    expect(unitWith(null, 'u', [arrived], () => null)?.model.name).toBe('A');
  });

  test('what the server has heard already changes nothing a second time', () => {
    const unit = unitWith(null, 'u', [arrived, told({ complaint: 'howls' })], model) as UnitSummary;
    expect(unitWith(unit, 'u', [arrived, told({ complaint: 'howls' })], model)).toEqual(unit);
    expect(toldBetween(unitFacts(unit), unitFacts({ ...unit, leftAt: at }))).toEqual({
      set: { left: true },
      was: { left: false },
    });
  });

  test('a model is made, corrected and merged', () => {
    const made = {
      kind: 'model-made' as const,
      code: 'C',
      maker: 'Tervane',
      name: 'Wren',
      form: 'tablet' as const,
    };
    const said = [
      { at, body: made },
      {
        at,
        body: { kind: 'model-told' as const, model: 'C', set: { mergedInto: 'A' }, was: {}, reason: '' },
      },
    ];
    expect(modelWith(null, 'C', said)).toMatchObject({
      name: 'Wren',
      form: 'tablet',
      mergedInto: 'A',
      revision: null,
    });
    expect(modelWith(null, 'D', said)).toBeNull();
  });
});

test('who a name stands for is found through any chain of corrections, and a ring ends', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(name, name), { maxLength: 8 }), name, (pairs, start) => {
      const renamed = new Map<string, string>(pairs);
      const end = standingName(renamed, start);
      const next = renamed.get(end) ?? end;
      // It stands for itself, or it is on a ring of names that stand for one another.
      if (next !== end) expect(standingName(new Map([...renamed, [end, end]]), next)).toBe(end);
    }),
  );
  expect(
    standingName(
      new Map([
        ['R.', 'Rnua'],
        ['Rnua', 'Runa'],
      ]),
      'R.',
    ),
  ).toBe('Runa');
});
