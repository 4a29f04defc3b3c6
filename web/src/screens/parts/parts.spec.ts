/** @jest-environment jsdom */
import { describe, expect, test } from '@jest/globals';
import type { PartDetail } from '@bemtor/core';
import { mounting, press, settled } from '../../testing/mountKit.ts';
import InstrumentFace from '../maths/InstrumentFace.vue';
import InstrumentFields from '../maths/InstrumentFields.vue';
import PartSheet from './PartSheet.vue';

const show = mounting();

const detail = {
  number: 'TB-4471',
  sightings: [
    {
      ...{ number: 'TB-4471', role: 'fitted', part: 'battery', partName: 'Battery', kind: 'battery' },
      ...{
        model: 'TL14-2',
        modelName: 'Lark 14',
        when: { card: ['none'] },
        source: 'revision',
        witness: '1',
      },
    },
  ],
  alternatives: [{ number: 'TB-4471-2', certainty: 'sure', reasons: ['listed as alternate'] }],
  conflicts: ['The number stands for two parts'],
  stock: { number: 'TB-4471', onHand: 2, ordered: 0, reserved: 1 },
} as unknown as PartDetail;
const units = [{ id: 'u1', label: 'SK-0407', model: { name: 'Lark 14' } }] as never;

describe('a number', () => {
  const sheet = () => show(PartSheet, { props: { detail, units } });

  test('where it was seen, what fits instead and how sure that is', async () => {
    const part = sheet();
    expect(part.text()).toContain('Battery of the Lark 14, TL14-2');
    expect(part.text()).toContain('fitted, card none');
    expect(part.find('.caution').text()).toContain('two parts');
    const other = part.find('[data-testid=alternative]');
    expect(other.text()).toContain('sure');
    await other.find('button').trigger('click');
    expect(part.emitted('show')).toEqual([['TB-4471-2']]);
  });

  test('the shelf is counted by fingers, and a want is one key', async () => {
    const part = sheet();
    for (const name of ['One fewer on hand', 'One more on hand', 'One more ordered'])
      await part.find(`[aria-label="${name}"]`).trigger('click');
    expect(part.emitted('stock')).toEqual([
      [-1, 0],
      [1, 0],
      [0, 1],
    ]);
    const many = part.find('input[type=number]');
    await many.setValue('3');
    press('a');
    expect(part.emitted('want')).toEqual([['TB-4471', 'Battery', null, 3]]);
    await many.setValue('none');
    press('a');
    expect(part.emitted('want')?.at(-1)).toEqual(['TB-4471', 'Battery', null, 1]);
  });

  test('nothing is asked where no number is looked at', () => {
    const part = show(PartSheet, { props: { detail: null, units } });
    press('a');
    expect(part.emitted('want')).toBeUndefined();
    expect(part.text()).toBe('Type or scan a number.');
  });
});

describe('an instrument', () => {
  const fields = [
    { key: 'old.massG', label: 'Mass', kind: 'mass' },
    { key: 'new.flag', label: 'Backlight', kind: 'flag' },
    { key: 'new.report', label: 'Report', kind: 'paste', hint: 'paste it' },
    { key: 'new.kind', label: 'Kind', kind: 'choice', choices: [{ value: 'a', words: 'the first' }] },
  ] as never;

  test('old stands against new; what is typed is told, and what is wrong said below', async () => {
    const form = show(InstrumentFields, {
      props: { fields, typed: { 'old.massG': 'heavy' }, faults: { 'old.massG': '“heavy” is no number' } },
    });
    expect(form.findAll('legend').map((one) => one.text())).toEqual(['The old one', 'The one offered']);
    expect(form.text()).toContain('“heavy” is no number');
    await form.find('[data-testid="field-old.massG"] input').setValue('2.5');
    await form.find('[data-testid="field-new.flag"] input').setValue(true);
    await form.find('[data-testid="field-new.report"] textarea').setValue('TB-4471');
    await settled();
    expect(form.emitted('set')).toEqual([
      ['old.massG', '2.5'],
      ['new.flag', 'yes'],
      ['new.report', 'TB-4471'],
    ]);
  });

  test('its face: figures, verdict, reasons and working; or that there is nothing yet', async () => {
    const face = show(InstrumentFace, { props: { reading: null } });
    expect(face.text()).toBe('Nothing to read yet.');
    await face.setProps({
      reading: {
        figures: [{ label: 'health', value: '59', unit: '%' }],
        verdict: { kind: 'bad', words: 'Due: replace it' },
        lines: [{ kind: 'ask', words: 'region of law: not known' }],
        working: ['28.0 ÷ 47.4'],
      },
    });
    expect(face.text()).toContain('59%');
    expect(face.find('[data-testid=verdict]').classes('bad')).toBe(true);
    expect(face.text()).toContain('28.0 ÷ 47.4');
  });
});
