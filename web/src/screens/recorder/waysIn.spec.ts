/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import { emptyContext, readLine, type Entry, type TrayCell } from '@bemtor/core';
import fc from 'fast-check';
import { createPinia, setActivePinia } from 'pinia';
import { click, mounting, press, settled, typeInto } from '../../testing/mountKit.ts';
import { narrationHere } from './narration/drafts.ts';
import PaletteInput from './palette/PaletteInput.vue';

// The build gathers these; here nothing of the demo is played.
jest.unstable_mockModule('./narration/demoNarrations.ts', () => ({ demoNarrations: [] }));
const { default: NarrationInput } = await import('./narration/NarrationInput.vue');

/* The two ways in beside the line: whatever is tapped or spoken, it comes out as lines and entries like typed ones. */

const show = mounting();
// A narration is read in earnest.
jest.setTimeout(30_000);
beforeEach(() => {
  setActivePinia(createPinia());
  localStorage.clear();
});
const known = [
  { id: 'base-cover', name: 'Base cover' },
  { id: 'fan', name: 'Fan' },
];
const cells = [
  {
    ...{ letter: 'A', kind: 'PH0 M2 × 5', count: 6, parts: ['base-cover'] },
    screw: { drive: 'PH', size: 'PH0', thread: 'M2', lengthMm: 5 },
  },
] as unknown as TrayCell[];

describe('the palette', () => {
  const palette = (named: readonly string[] = ['base-cover']) => {
    const kept: string[] = [];
    const onKeep = (line: string): void => void kept.push(line);
    const shown = show(PaletteInput, { props: { known, cells, named, onKeep } });
    const tap = async (id: string): Promise<void> => {
      await shown.find(`[data-testid=palette-${id}]`).trigger('click');
    };
    const lines = (): string[] => kept;
    return { shown, tap, lines };
  };

  test('a count is one tap: of the part in work, of the kind out last', async () => {
    const { tap, lines } = palette();
    await tap('count-7');
    expect(lines()).toEqual(['base cover 7 PH0 M2x5']);
  });

  test('captive, hidden by a part, of another kind: each a tap more, and what hides is said once', async () => {
    const { shown, tap, lines } = palette();
    await click('captive');
    await tap('under');
    await shown.find('[data-testid=palette-find] input').setValue('fa');
    expect(shown.findAll('[data-testid^=palette-part-]').map((one) => one.text())).toContain('Fan');
    await tap('part-fan');
    await tap('count-2');
    await click('captive');
    await tap('kind');
    for (const words of ['T5', 'M2.5', '× 8', 'Done']) await click(words);
    await tap('count-3');
    expect(lines()).toEqual(['base cover 2 PH0 M2x5 captive under fan', 'base cover 3 T5 M2.5x8']);
  });

  test('with no part in work only what is said of none can be tapped', async () => {
    const { shown, tap, lines } = palette([]);
    const held = (id: string) =>
      shown.find(`[data-testid=palette-${id}]`).attributes('disabled') !== undefined;
    expect(['count-1', 'unplug', 'off', 'turn', 'hold'].map(held)).toEqual([true, true, true, false, false]);
    await tap('turn');
    await tap('parts');
    await tap('part-fan');
    await tap('unplug');
    expect(lines()).toEqual(['turn over', 'unplug fan']);
  });

  test('whatever is tapped, each line is read as a step of the part in work', async () => {
    const ids = ['count-1', 'count-4', 'count-12', 'unplug', 'flip', 'coax', 'pry', 'peel', 'slide', 'off'];
    await fc.assert(
      fc.asyncProperty(fc.array(fc.constantFrom(...ids), { minLength: 1, maxLength: 12 }), async (tapped) => {
        const { shown, tap, lines } = palette(['fan']);
        for (const id of tapped) await tap(id);
        expect(lines()).toHaveLength(tapped.length);
        for (const line of lines()) {
          const { entries, unread } = readLine(line, emptyContext(known));
          expect([line, unread]).toEqual([line, []]);
          expect(entries.map((entry) => ('part' in entry ? entry.part : null))).toContain('fan');
        }
        shown.unmount();
      }),
      { numRuns: 10 },
    );
  });
});

describe('a narration', () => {
  const spoken = [
    '[0:05] First we unplug the battery.',
    '[0:20] There are three screws in the fan, Phillips zero.',
    '[0:31] Lift the fan out.',
  ].join('\n\n');
  const narration = async () => {
    const shown = show(NarrationInput, { props: { unitId: 'u1', known, context: emptyContext(known) } });
    const accepted = (): Entry[] => (shown.emitted('accept') ?? []).map(([entry]) => entry as Entry);
    const open = (): string => shown.find('[data-testid=drafts-left]').text();
    return { shown, accepted, open };
  };
  const draft = async (text = spoken): Promise<void> => {
    await typeInto('[data-testid=narration-text] textarea:not([readonly])', text);
    await click('Draft it');
    const answered = () => document.querySelector('[data-testid=drafts-left], [role=alert].stop');
    while (!answered()) await new Promise((resolve) => setTimeout(resolve, 5));
    await settled();
  };

  test('is drafted, and every draft is decided by one key; each is kept with its time', async () => {
    const { accepted, open, shown } = await narration();
    await draft();
    expect(open()).toMatch(/^(\d+) of \1 left$/);
    const all = Number(/^(\d+)/.exec(open())?.[1]);
    expect(all).toBeGreaterThan(1);
    for (let i = 0; i < 10 && !open().startsWith('0 '); i++) {
      press('ArrowDown');
      press('a');
      await settled();
    }
    expect(open()).toMatch(/^0 of/);
    expect(accepted()).toHaveLength(all);
    expect(accepted().map(({ at }) => at)).toEqual(accepted().map(() => expect.any(Number)));
    expect(accepted().map(({ kind }) => kind)).toContain('lift');
    await click('Done');
    expect(shown.find('[data-testid=narration-text]').exists()).toBe(true);
    expect(narrationHere('u1').read()).toBeNull();
  });

  test('one is put right by a bench line, one is dropped, and both survive a reload', async () => {
    const { accepted, open } = await narration();
    await draft();
    const all = Number(/^(\d+)/.exec(open())?.[1]);
    press('ArrowDown');
    press('c');
    await settled();
    await typeInto('[data-testid=correct-draft] input', 'unplug fan');
    document
      .querySelector('.narration form, [data-testid=narration] form')
      ?.dispatchEvent(new Event('submit', { cancelable: true }));
    await settled();
    expect(accepted()).toMatchObject([{ part: 'fan', confidence: 1 }]);
    press('ArrowDown');
    press('d');
    await settled();
    expect(open()).toBe(`${all - 2} of ${all} left`);
    const again = await narration();
    expect(again.shown.find('[data-testid=drafts-left]').text()).toBe(`${all - 2} of ${all} left`);
  });

  test('what is about no work says so, and the text stays to be put right', async () => {
    const { shown } = await narration();
    await draft('The weather is fine today and the ferry is late.');
    expect(shown.text()).toContain('nothing in it is plainly about the work');
    expect(shown.find<HTMLTextAreaElement>('textarea').element.value).toContain('The weather');
  });

  test.each(['{', 'null', '7'])('what is kept as %s is no narration', (kept) => {
    localStorage.setItem('bemtor.narration.u1', kept);
    expect(() => narrationHere('u1').read()).not.toThrow();
    narrationHere('u1').write(null);
    expect(narrationHere('u1').read()).toBeNull();
  });
});
