/** @jest-environment jsdom */
import { describe, expect, test } from '@jest/globals';
import { markKinds, type Intake, type Triage, type UnitSummary } from '@bemtor/core';
import fc from 'fast-check';
import { mounting, press, settled } from '../../testing/mountKit.ts';
import IntakeOutline from './IntakeOutline.vue';
import TriagePanel from './TriagePanel.vue';

const show = mounting();
type Marks = Intake['marks'];
const near = (share: number): unknown => expect.closeTo(share, 6);

describe('marks on arrival', () => {
  /** The outline as the screen holds it: what is told comes back as its marks. */
  const outline = () => {
    let marks: Marks = [];
    const drawn = show(IntakeOutline, {
      props: {
        marks,
        outline: { width: 320, depth: 220 },
        onChange: (now: Marks) => {
          marks = now;
          void drawn.setProps({ marks });
        },
      },
    });
    return { drawn, marks: () => marks };
  };

  test('a kind by its digit, a place by the arrows, Enter marks, and Enter there again takes it off', async () => {
    const { drawn, marks } = outline();
    press('4');
    for (const key of ['ArrowLeft', 'ArrowLeft', 'ArrowUp', 'Enter']) press(key);
    await settled();
    expect(marks()).toEqual([{ kind: markKinds[3], face: 'bottom', x: near(0.42), y: near(0.46), note: '' }]);
    expect(drawn.find('.mark text').text()).toBe('4');
    press('Enter');
    await settled();
    expect(marks()).toEqual([]);
  });

  test('another kind stands at the same place beside it; the other side shows its own', async () => {
    const { drawn, marks } = outline();
    press('Enter');
    await settled();
    press('2');
    press('Enter');
    await settled();
    expect(marks()).toHaveLength(2);
    expect(drawn.findAll('.mark')).toHaveLength(2);
    press('f');
    await settled();
    expect(drawn.text()).toContain('Condition on arrival, top up');
    expect(drawn.findAll('.mark')).toHaveLength(0);
    press('Enter');
    await settled();
    expect(marks().map(({ face }) => face)).toEqual(['bottom', 'bottom', 'top']);
  });

  test('a tap is where it is, as a share of the outline, and never beside it', async () => {
    const { drawn, marks } = outline();
    const svg = drawn.find('[data-testid=intake-outline]');
    svg.element.getBoundingClientRect = () => ({ left: 100, top: 50, width: 640, height: 440 }) as DOMRect;
    await svg.trigger('click', { clientX: 260, clientY: 160 });
    await svg.trigger('click', { clientX: 10, clientY: 900 });
    expect(marks().map(({ x, y }) => [x, y])).toEqual([
      [0.25, 0.25],
      [0, 1],
    ]);
  });

  test('whatever is pressed, each mark lies on the outline, and no two of a kind in one place', () => {
    const keys = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Enter', 'f', '1', '2', '3'];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...keys), { maxLength: 60 }), (pressed) => {
        const { drawn, marks } = outline();
        pressed.forEach((key) => press(key));
        for (const [i, mark] of marks().entries()) {
          expect(Math.min(mark.x, mark.y)).toBeGreaterThanOrEqual(0);
          expect(Math.max(mark.x, mark.y)).toBeLessThanOrEqual(1);
          const same = marks().filter(
            (other, j) =>
              j !== i &&
              other.kind === mark.kind &&
              other.face === mark.face &&
              Math.hypot(other.x - mark.x, other.y - mark.y) < 1e-6,
          );
          expect(same).toEqual([]);
        }
        drawn.unmount();
      }),
      { numRuns: 25 },
    );
  });
});

describe('what the signs point to', () => {
  const advice: Triage = {
    swollen: true,
    stops: [{ text: 'Take the pack out first', reason: 'it is swollen' }],
    firstTry: ['Hold the power button for 15 s'],
    targets: [
      {
        ...{ part: 'battery', kind: 'battery', act: 'replace', words: 'Replace the battery', score: 0.9 },
        ...{ reasons: ['dies on battery', 'worn to 40 %'], order: ['TB-4471', 'TB-4471-2'] },
      },
      {
        ...{ part: null, kind: 'coin-cell', act: 'replace', words: 'Replace the coin cell', score: 0.3 },
        ...{ reasons: ['the clock is lost'], order: [] },
      },
    ],
  };
  const panel = (more: object = {}) =>
    show(TriagePanel, { props: { advice, earlier: [], routable: true, ...more } });

  test('stops first, then what to try without opening, then targets with reasons and numbers', () => {
    const said = panel().text();
    const places = ['Take the pack out first', 'Hold the power button', 'Replace the battery', 'coin cell'];
    expect(places.map((words) => said.indexOf(words))).toEqual(
      places.map((words) => said.indexOf(words)).sort((a, b) => a - b),
    );
    expect(said).toContain('dies on battery; worn to 40 %.');
    expect(said).toContain('TB-4471 or TB-4471-2');
    expect(said).toContain('It ranks, it does not diagnose.');
  });

  test('a target goes on to its route, or to the record of a part that nobody has a way to', async () => {
    const shown = panel();
    const go = shown.findAll('.go');
    expect(go.map((one) => one.text())).toEqual(['Route', 'Record towards the coin cell']);
    await go[1]?.trigger('click');
    expect(shown.emitted('route')).toEqual([[advice.targets[1]]]);
    expect(panel({ routable: false }).find('.go').text()).toBe('Record towards the battery');
  });

  test('with nothing said it asks for a sign; the same device before is named', () => {
    const before = {
      ...{ id: 'u9', label: 'SK-0011', arrivedAt: '2020-01-01T00:00:00.000Z', complaint: 'no picture' },
      job: null,
    } as unknown as UnitSummary;
    const shown = panel({ advice: { ...advice, stops: [], targets: [] }, earlier: [before] });
    expect(shown.text()).toContain('Nothing yet');
    expect(shown.find('[data-testid=triage-stop]').exists()).toBe(false);
    expect(shown.text()).toContain('The same device before');
  });
});
