/** @jest-environment jsdom */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { matGroupsOfSequence } from '@bemtor/core';
import { demoSequence } from '../../testing/demoSequence.ts';
import { mounting, settled } from '../../testing/mountKit.ts';
import GroundDialog from './GroundDialog.vue';
import MatGroupList from './MatGroupList.vue';
import MatPictures from './MatPictures.vue';
import MatSheet from './MatSheet.vue';

const show = mounting();
const groups = matGroupsOfSequence(demoSequence());
const outline = { width: 322, depth: 221 };

// jsdom draws nothing: a millimetre is a pixel here.
beforeAll(() => {
  const identity = { inverse: () => identity };
  Object.assign(SVGElement.prototype, {
    getScreenCTM: () => identity,
    setPointerCapture: () => undefined,
  });
  Object.assign(globalThis, {
    DOMPoint: class {
      constructor(
        readonly x: number,
        readonly y: number,
      ) {}
      matrixTransform(): { x: number; y: number } {
        return { x: this.x, y: this.y };
      }
    },
  });
});

describe('the sheet', () => {
  const sheet = (more: object = {}) =>
    show(MatSheet, {
      props: {
        outline,
        face: 'bottom',
        groups,
        current: groups[1] ?? null,
        selected: 1,
        order: null,
        regions: [{ part: 'battery', name: 'Battery', x: 50, y: 130, width: 200, depth: 70 }],
        ground: null,
        drawing: null,
        ...more,
      },
    });
  const at = (x: number, y: number) => ({ clientX: x, clientY: y, pointerId: 1 });

  test('every group by its letter, captive ones square, the one at hand apart', () => {
    const drawn = sheet();
    expect(drawn.findAll('[data-testid=mat-point]')).toHaveLength(groups[1]?.count ?? 0);
    const squares = groups.filter(({ screw }) => screw.captive).reduce((sum, { count }) => sum + count, 0);
    expect(drawn.findAll('.other rect')).toHaveLength(squares);
    expect(drawn.find('[data-testid=mat-region]').text()).toBe('battery');
  });

  test('a tap puts a point in; one on a point chooses it; a drag moves it, and is no tap', async () => {
    const drawn = sheet();
    const svg = drawn.find('svg');
    await svg.trigger('click', at(40, 60));
    expect(drawn.emitted('tap')).toEqual([[{ x: 40, y: 60 }]]);
    const point = drawn.findAll('[data-testid=mat-point]')[2];
    await point?.trigger('pointerdown', at(10, 10));
    await svg.trigger('pointerup', at(10, 10));
    await svg.trigger('click', at(10, 10));
    expect(drawn.emitted('select')).toEqual([[3]]);
    await point?.trigger('pointerdown', at(10, 10));
    await svg.trigger('pointermove', at(10, 10));
    await svg.trigger('pointermove', at(60, 80));
    await svg.trigger('pointerup', at(60, 80));
    await svg.trigger('click', at(60, 80));
    expect(drawn.emitted('drag')?.at(-1)).toEqual([3, { x: 60, y: 80 }]);
    expect(drawn.emitted('tap')).toHaveLength(1);
    expect(drawn.emitted('select')).toHaveLength(1);
  });

  test('while a part is drawn a drag is its rectangle, from whichever corner', async () => {
    const drawn = sheet({ drawing: 'battery' });
    const svg = drawn.find('svg');
    expect(svg.attributes('aria-label')).toBe('Draw where the battery lies');
    await svg.trigger('pointerdown', at(100, 90));
    await svg.trigger('pointermove', at(40, 20));
    expect(drawn.find('.box').attributes('width')).toBe('60');
    await svg.trigger('pointerup', at(40, 20));
    expect(drawn.emitted('region')).toEqual([[{ x: 40, y: 20, width: 60, depth: 70 }]]);
    await svg.trigger('pointerdown', at(10, 10));
    await svg.trigger('pointerup', at(10, 10));
    expect(drawn.emitted('region')).toHaveLength(1);
  });

  test('a photo lies under the outline where two places of it are told', () => {
    const corner = (x: number, y: number, mx: number, my: number) => ({ x, y, mm: { x: mx, y: my } });
    const ground = {
      face: 'bottom',
      picture: 'p1',
      aspect: 1.5,
      places: [corner(0, 0, 0, 0), corner(1, 1, 322, 214.667)],
    };
    const matrix = sheet({ ground }).find('[data-testid=mat-ground]').attributes('transform') ?? '';
    const [a, b] = (/matrix\(([-\d.e]+) ([-\d.e]+)/.exec(matrix) ?? []).slice(1).map(Number);
    expect(a).toBeCloseTo(322, 0);
    expect(b).toBeCloseTo(0, 0);
  });
});

test('the groups: letter, part, kind, layer, and how many are placed', async () => {
  const list = show(MatGroupList, { props: { groups, current: groups[0] ?? null } });
  const rows = list.findAll('[data-testid=mat-group]');
  expect(rows).toHaveLength(groups.length);
  expect(rows[0]?.text()).toContain('outside');
  expect(rows.at(-1)?.text()).toMatch(/under the/);
  expect(rows.filter((row) => row.attributes('aria-pressed') === 'true')).toHaveLength(1);
  await rows[2]?.trigger('click');
  expect(list.emitted('choose')).toEqual([[groups[2]]]);
});

test('a point is tied to a photo once one is chosen', async () => {
  const group = {
    ...groups[0]!,
    pictures: ['p1', 'p2'],
    ties: [{ entry: 0, n: 1, picture: 'p1', x: 0.5, y: 0.5 }],
  };
  const pictures = show(MatPictures, { props: { group, selected: null } });
  const photo = pictures.find('[data-testid=mat-picture]');
  photo.element.getBoundingClientRect = () => ({ left: 0, top: 0, width: 100, height: 100 }) as DOMRect;
  await photo.trigger('click', { clientX: 20, clientY: 30 });
  expect(pictures.emitted('tie')).toBeUndefined();
  await pictures.setProps({ selected: 2 });
  await photo.trigger('click', { clientX: 20, clientY: 30 });
  expect(pictures.emitted('tie')).toEqual([['p1', 0.2, 0.3]]);
  expect(pictures.findAll('[data-testid=picture-tie]').map((tie) => tie.text())).toEqual(['1']);
});

test('a photo is laid under by two corners that are tapped in it', async () => {
  const dialog = show(GroundDialog, {
    props: { modelValue: true, outline, face: 'bottom', ground: null, pictures: ['p1'] },
  });
  await settled();
  const button = (words: string) =>
    [...document.querySelectorAll('button')].find((one) => one.textContent?.includes(words));
  expect(button('Lay it under')?.title).toBe('Still needed: a photo');
  document.querySelector<HTMLElement>('[aria-label="Take this photo"]')?.click();
  await settled();
  const photo = document.querySelector<HTMLElement>('[data-testid=ground-photo]');
  if (!photo) throw new Error('no photo is shown');
  photo.getBoundingClientRect = () => ({ left: 0, top: 0, width: 300, height: 200 }) as DOMRect;
  const tap = async (x: number, y: number): Promise<void> => {
    photo.dispatchEvent(new MouseEvent('click', { clientX: x, clientY: y, bubbles: true }));
    await settled();
  };
  await tap(30, 20);
  expect(button('Lay it under')?.title).toBe('Still needed: the near right corner of the case');
  await tap(270, 180);
  button('Lay it under')
    ?.closest('form')
    ?.dispatchEvent(new Event('submit', { cancelable: true }));
  await settled();
  expect(dialog.emitted('lay')?.[0]?.[0]).toMatchObject({
    ...{ face: 'bottom', picture: 'p1' },
    places: [
      { x: 0.1, y: 0.1, mm: { x: 0, y: 0 } },
      { x: 0.9, y: 0.9, mm: { x: 322, y: 221 } },
    ],
  });
});
