import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { planRoute } from '../route/planRoute.ts';
import { demoSequence } from '../testing/demo.ts';
import { afterwards, intakeSchema, symptoms, type Intake } from './intake.ts';
import { openQuestions } from './openQuestions.ts';
import { triageRules } from './rules.ts';
import { triage } from './triage.ts';

const lark = demoSequence('lark-14');
const mast = demoSequence('mast-24');
const ask = (intake: Partial<Intake>) =>
  triage(intakeSchema.parse(intake), lark, { keyboard: 'backlit', card: 'none', layout: 'B' });

describe('triage', () => {
  // Common practice, no source, each of them.
  test.each<[string, Partial<Intake>, string]>([
    ['dies on battery', { symptoms: ['dies-on-battery'] }, 'Replace the battery'],
    [
      'wrong date after six years',
      { symptoms: ['wrong-clock'], measures: { coinYears: 6 } },
      'Replace the coin cell',
    ],
    ['coin cell at 2.4 V', { measures: { coinV: 2.4 } }, 'Replace the coin cell'],
    ['dead keys after a spill', { symptoms: ['dead-keys'], after: 'liquid' }, 'Replace the keyboard'],
    ['noise', { symptoms: ['noise'] }, 'Clean the fan'],
    ['94 °C at load', { measures: { loadC: 94, roomC: 22 } }, 'Clean the fan'],
    ['no picture after a drop', { symptoms: ['no-picture'], after: 'drop' }, 'Reseat the display cable'],
    ['loose lid', { symptoms: ['loose-lid'] }, 'Look at the left hinge'],
    ['drive not found', { symptoms: ['storage-missing'] }, 'Reseat the storage drive'],
    ['60 % of the design capacity', { measures: { fullWh: 28, designWh: 47.4 } }, 'Replace the battery'],
  ])('%s points to: %s', (_name, intake, first) => {
    expect(ask(intake).targets[0]?.words).toBe(first);
  });

  test('numbers to order are those of this unit’s configuration', () => {
    const keyboard = ask({ symptoms: ['wrong-legends'] }).targets[0];
    expect(keyboard).toMatchObject({ part: 'keyboard', order: ['TY-14L-B'] });
    expect(ask({ symptoms: ['dies-on-battery'] }).targets[0]?.order).toContain('TB-4471');
  });

  test.each<[string, Partial<Intake>, RegExp]>([
    [
      'a bulge',
      { marks: [{ kind: 'bulge', face: 'bottom', x: 0.5, y: 0.5, note: '' }] },
      /Swollen.*local rules/,
    ],
    ['a pack 10 % too thick', { measures: { packMm: 6.6, packNominalMm: 6 } }, /Swollen/],
    ['a hot battery', { symptoms: ['hot-battery'] }, /Hot battery.*qualified/],
    ['liquid while powered', { symptoms: ['liquid-inside'], powered: true }, /mains out first/],
    ['an open supply', { symptoms: ['supply-open'] }, /licensed.*local codes/],
  ])('%s is a stop', (_name, intake, text) => {
    expect(
      ask(intake)
        .stops.map((stop) => stop.text)
        .join(),
    ).toMatch(text);
  });

  test('what is ordinary is no stop: a pack within 5 % of nominal, liquid that is dry and unpowered', () => {
    expect(ask({ measures: { packMm: 6.3, packNominalMm: 6 } }).stops).toEqual([]);
    expect(ask({ symptoms: ['liquid-inside'] }).stops).toEqual([]);
    expect(ask({})).toEqual({ targets: [], stops: [], firstTry: [], swollen: false });
  });

  test('one more sign never makes what it points to less likely, and never lifts a stop', () => {
    const some = fc.subarray(symptoms.map(({ id }) => id));
    fc.assert(
      fc.property(
        some,
        fc.constantFrom(...symptoms.map(({ id }) => id)),
        fc.constantFrom(...afterwards),
        (known, added, after) => {
          const less = ask({ symptoms: known, after });
          const more = ask({ symptoms: [...new Set([...known, added])], after });
          for (const target of less.targets) {
            const same = more.targets.find(({ kind, act }) => kind === target.kind && act === target.act);
            expect(same?.score ?? 0).toBeGreaterThanOrEqual(target.score - 1e-12);
          }
          expect(more.stops.length).toBeGreaterThanOrEqual(less.stops.length);
          expect(more.targets.every(({ score }) => score > 0 && score < 1)).toBe(true);
        },
      ),
    );
  });

  test('every rule has its ground', () => {
    expect(triageRules.filter(({ ground }) => !/no source|ISO|IEC|UN /.test(ground))).toEqual([]);
  });
});

describe('options that are not known', () => {
  test('are asked only where the answer changes the route, each with a sign to look for', () => {
    const request = { targets: ['system-board'], configuration: { layout: 'A' } };
    const questions = openQuestions(lark, request);
    // The twin: a plan for each answer.
    for (const option of lark.options.filter(({ key }) => key !== 'layout')) {
      const plans = option.values.map((value) => {
        const route = planRoute(lark, { ...request, configuration: { layout: 'A', [option.key]: value } });
        return route.ok ? `${route.value.steps.join()} ${route.value.cost.total}` : '';
      });
      expect(questions.some((question) => question.option.key === option.key)).toBe(new Set(plans).size > 1);
    }
    expect(questions.map(({ option }) => option.key)).not.toContain('layout');
    const card = questions.find(({ option }) => option.key === 'card');
    expect(card?.answers.map(({ sign }) => sign)).toEqual(['there is no SIM tray', 'there is a SIM tray']);
  });

  test('a known configuration has no questions; nor has a target that no option touches', () => {
    expect(
      openQuestions(mast, { targets: ['coin-cell'], configuration: { touch: 'yes', bay: '2.5' } }),
    ).toEqual([]);
    const asked = openQuestions(lark, { targets: ['battery'] }).map(({ option }) => option.key);
    expect(asked).not.toContain('layout');
  });
});
