/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { ShopEvent, TrayCell } from '@bemtor/core';
import { shopItems, tellShop } from '../api/shopLog.ts';
import { standsWords, shopWords } from '../composables/shopWords.ts';
import { FakeShop } from '../testing/fakeShop.ts';
import { click, mounting, settled } from '../testing/mountKit.ts';
import { itemWords } from '../screens/waiting/itemWords.ts';
import RefusedEvents from './RefusedEvents.vue';
import StreamTrouble from './StreamTrouble.vue';
import TrayCellCard from './TrayCellCard.vue';

const show = mounting();

describe('what the server would not have', () => {
  const shop = new FakeShop();
  beforeEach(() => shop.open());
  afterEach(() => shop.close());
  const told: ShopEvent = {
    ...{ kind: 'unit-told', unit: 'u1' },
    ...{ set: { label: 'SK-0417' }, was: { label: 'SK-0407' } },
  } as ShopEvent;
  const refusedWith = async (refusal: object) => {
    shop.refuse = { status: 412, detail: 'changed', code: 'unit-conflict', ...refusal } as never;
    await tellShop(told);
    const items = shopItems().filter(({ refused }) => refused !== null);
    return show(RefusedEvents, { props: { items, labelOf: () => 'SK-0407' } });
  };
  /** What is pressed is sent, and answered. */
  const sent = async (): Promise<void> => {
    for (let i = 0; i < 30; i++) await new Promise((resolve) => setTimeout(resolve, 2));
    await settled();
  };

  test('both are shown; mine is said again on the ground of what stands', async () => {
    const list = await refusedWith({ stands: { label: 'SK-0470' } });
    expect(list.text()).toContain('SK-0407: ticket “SK-0417”');
    expect(list.text()).toContain('Somebody else was first. There now: ticket “SK-0470”');
    shop.refuse = null;
    await click('Keep mine');
    await sent();
    expect(shop.said).toEqual([{ ...told, was: { label: 'SK-0470' } }]);
    expect(shopItems()).toEqual([]);
  });

  test('theirs stands, and nothing of mine waits any more', async () => {
    await refusedWith({ stands: { label: 'SK-0470' } });
    await click('Keep theirs');
    await sent();
    expect([shop.said, shopItems()]).toEqual([[], []]);
  });

  test('what nobody disputes is tried again, or dropped', async () => {
    const list = await refusedWith({ status: 422, detail: 'The label is too long' });
    expect(list.text()).toContain('The label is too long');
    await click('Try again');
    await sent();
    expect(shop.heard).toHaveLength(2);
    await click('Drop it');
    await sent();
    expect(shopItems()).toEqual([]);
  });
});

describe('in words', () => {
  const event = (body: object): ShopEvent => body as ShopEvent;
  test.each<[object, string]>([
    [{ kind: 'unit-arrived', label: 'SK-1', model: 'TL14-2' }, 'SK-1 arrives, a TL14-2'],
    [{ kind: 'model-told', model: 'M', set: { outlineMm: null } }, 'M: size in mm not known'],
    [
      { kind: 'model-told', model: 'M', set: { outlineMm: { width: 322, depth: 218 } } },
      'M: size in mm “322 × 218”',
    ],
    [{ kind: 'model-told', model: 'M', set: { options: [{ label: 'Keyboard' }] } }, 'M: options “Keyboard”'],
    [
      { kind: 'model-told', model: 'M', set: { grounds: [{ face: 'top' }] } },
      'M: photos under the outline “top”',
    ],
    [{ kind: 'unit-told', unit: 'u', set: { 'intake.measures.packMm': 6.9 } }, 'u: pack mm “6.9”'],
    [{ kind: 'unit-told', unit: 'u', set: { left: true } }, 'u: handed back yes'],
    [{ kind: 'unit-told', unit: 'u', set: { 'intake.marks': [{ kind: 'dent' }] } }, 'u: marks “dent”'],
    [{ kind: 'unit-told', unit: 'u', set: { 'intake.marks': [] } }, 'u: marks none'],
    [{ kind: 'word-told', word: 'snake', means: 'cable' }, '“snake” means “cable”'],
    [{ kind: 'word-told', word: 'snake', means: null }, '“snake” is no word of the shop'],
    [{ kind: 'revision-told', model: 'M', number: 2, withdrawn: true }, 'Revision 2 of M is taken back'],
    [{ kind: 'revision-told', model: 'M', number: 2, withdrawn: false }, 'Revision 2 of M stands again'],
    [{ kind: 'want-added', quantity: 2, number: 'TB' }, 'Wanted: 2 × TB'],
    [{ kind: 'stock-counted', number: 'TB', onHand: 1, ordered: 0 }, 'TB: 1 on hand, 0 ordered'],
    [{ kind: 'technician-renamed', from: 'R', to: 'Runa' }, 'R is Runa'],
  ])('%j', (body, words) => {
    expect(shopWords(event(body), (unit) => unit)).toBe(words);
  });

  test('what stands instead is told by the fields that were set', () => {
    const body = event({ kind: 'unit-told', unit: 'u', set: { place: 'a' }, was: {} });
    expect(standsWords(body, { place: 'shelf 3', label: 'x' })).toBe('where it lies “shelf 3”');
    expect(standsWords(body, null)).toBeNull();
    expect(standsWords(event({ kind: 'word-told' }), null)).toBe('no word');
  });

  test.each<[unknown, string]>([
    [{ kind: 'line', text: 'fan off' }, 'fan off'],
    [{ kind: 'done', step: 'down:lift-fan' }, 'done Lift fan'],
    [{ kind: 'counted', joint: 'fan-screws', what: 'out', total: 3 }, 'counted out 3 Fan screws'],
    [{ kind: 'closed', remark: null }, 'closed'],
    [{}, 'an entry'],
    [null, 'an entry'],
    ['text', 'an entry'],
  ])('an item that waits, %j', (body, words) => {
    expect(itemWords(body)).toBe(words);
  });
});

describe('a stream in trouble', () => {
  const trouble = (why: 'gone' | 'refused' | null, count = 2, unsafe = false) =>
    show(StreamTrouble, {
      props: { trouble: why && { why, words: 'It was reset' }, unsafe, what: 'recording', count },
    });

  test('says why, how much is here, and each way out is one press', async () => {
    const shown = trouble('gone');
    expect(shown.text()).toContain('The server no longer has this recording. It was reset.');
    expect(shown.text()).toContain('2 entries are on this device');
    for (const button of shown.findAll('button')) await button.trigger('click');
    expect(['restart', 'save', 'drop'].map((event) => shown.emitted(event)?.length)).toEqual([1, 1, 1]);
    expect(trouble('refused', 1).text()).toContain('1 entry is on this device');
  });

  test('a device that keeps nothing is warned of; otherwise nothing is said', () => {
    expect(trouble(null, 0, true).text()).toContain('stay on this page');
    expect(trouble(null).text()).toBe('');
  });
});

describe('a cell of the tray', () => {
  const cell = {
    ...{ letter: 'B', count: 5, back: 2, parts: ['base-cover', 'fan'] },
    screw: { drive: 'PH', size: 'PH0', thread: 'M2', lengthMm: 5 },
  } as unknown as TrayCell;

  test('says what is still out, of how many, of which kind and part', () => {
    const card = show(TrayCellCard, { props: { cell } });
    expect(card.find('.count').text()).toBe('3');
    expect(card.find('.unit').text()).toBe('of 5');
    expect(card.attributes('aria-label')).toBe('Cell B: 5 × PH0 M2 × 5');
    expect(card.text()).toContain('base cover, fan');
  });

  test('captive screws come loose and stay where they are', () => {
    const captive = { ...cell, back: 0, screw: { ...cell.screw, captive: true } };
    expect(
      show(TrayCellCard, { props: { cell: captive } })
        .find('.unit')
        .text(),
    ).toBe('captive');
    const names = new Map([['fan', 'Left fan']]);
    const told = show(TrayCellCard, { props: { cell, names, figure: '2/5', note: null } });
    expect(told.find('.count').text()).toBe('2/5');
    expect(told.text()).toContain('base cover, left fan');
  });
});
