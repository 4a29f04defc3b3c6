/** @jest-environment jsdom */
/* eslint-disable vue/one-component-per-file */
import { afterEach, describe, expect, test } from '@jest/globals';
import { defineComponent, h, ref } from 'vue';
import { mounting, press, settled } from '../testing/mountKit.ts';
import ActButton from './ActButton.vue';
import AskDialog from './AskDialog.vue';
import ChoiceRow from './ChoiceRow.vue';
import CommandBar from './CommandBar.vue';
import CursorRow from './CursorRow.vue';
import FileButton from './FileButton.vue';
import MarkedField from './MarkedField.vue';
import TapPicture from './TapPicture.vue';
import TellBar from './TellBar.vue';
import TextField from './TextField.vue';
import type { Command } from './commands.ts';
import { commandsHere, heldBecause, useCommands } from './useCommands.ts';
import { useCursor } from './useCursor.ts';

const show = mounting();
afterEach(() => {
  heldBecause.value = '';
});

describe('a button', () => {
  test('shows its key and is pressed', async () => {
    const button = show(ActButton, { props: { keyName: 'G' }, slots: { default: 'hand back' } });
    expect(button.find('kbd').text()).toBe('G');
    expect(button.find('button').text()).toContain('hand back');
    await button.find('button').trigger('click');
    expect(button.emitted('click')).toHaveLength(1);
  });

  test('that cannot be pressed now says why, and does nothing', async () => {
    const button = show(ActButton, { props: { unless: 'the tray is short' }, slots: { default: 'next' } });
    const own = button.find('button');
    expect(own.attributes('aria-disabled')).toBe('true');
    expect(own.attributes('title')).toBe('the tray is short');
    await own.trigger('click');
    await settled();
    expect(button.emitted('click')).toBeUndefined();
    expect(document.body.textContent).toContain('the tray is short');
  });
});

describe('a row of choices', () => {
  const choices = [
    { value: 'plain', words: 'plain' },
    { value: 'backlit', words: 'backlit', detail: 'light under the keys' },
    { value: null, words: 'not known yet' },
  ];
  test('has a name, presses in what holds, and tells what is chosen', async () => {
    const row = show(ChoiceRow as never, { props: { label: 'Keyboard', choices, chosen: null } });
    expect(row.find('legend').text()).toBe('Keyboard');
    expect(row.findAll('button').map((one) => one.attributes('aria-pressed'))).toEqual([
      'false',
      'false',
      'true',
    ]);
    await row.findAll('button')[1]?.trigger('click');
    expect(row.emitted('choose')).toEqual([['backlit']]);
  });
  test('of which several may hold', () => {
    const row = show(ChoiceRow as never, { props: { label: 'Off', choices, chosen: ['plain', 'backlit'] } });
    expect(row.findAll('button').map((one) => one.attributes('aria-pressed'))).toEqual([
      'true',
      'true',
      'false',
    ]);
  });
});

describe('a field', () => {
  test('has its label, its unit, and what was wrong below it', async () => {
    const field = show(TextField, { props: { label: 'Mass', unit: 'g', fault: '“heavy” is no number' } });
    const input = field.find('input');
    expect(field.find('label').attributes('for')).toBe(input.attributes('id'));
    expect(field.text()).toContain('g');
    expect(field.text()).toContain('“heavy” is no number');
    await input.setValue('2.31');
    expect(field.emitted('update:modelValue')).toEqual([['2.31']]);
  });

  test('with marks behind its words draws the same words once more, unheard', () => {
    const pieces = [
      { text: 'fan ', mark: 'understood' },
      { text: 'zonked', mark: 'unknown' },
    ];
    const field = show(MarkedField, {
      props: { label: 'Bench line', pieces, placeholder: '', modelValue: 'fan zonked' },
      attrs: { 'data-testid': 'line' },
    });
    expect(field.find('[aria-hidden] .unknown').text()).toBe('zonked');
    expect(field.find('textarea').attributes('aria-label')).toBe('Bench line');
    expect(field.find('textarea').attributes('data-testid')).toBe('line');
  });

  test('for a file tells the file, and the same one once more', async () => {
    const button = show(FileButton, { props: { accept: 'image/*' }, slots: { default: 'Choose' } });
    const input = button.find('input').element as HTMLInputElement;
    const file = new File(['x'], 'lark.jpg');
    Object.defineProperty(input, 'files', { value: [file] });
    await button.find('input').trigger('change');
    expect(button.emitted('file')).toEqual([[file]]);
    expect(input.value).toBe('');
  });
});

describe('a dialog', () => {
  const heard: string[] = [];
  const Page = defineComponent({
    setup() {
      const open = ref(false);
      return () => [
        h('button', { id: 'from', onClick: () => (open.value = true) }, 'open'),
        h(
          AskDialog,
          {
            modelValue: open.value,
            'onUpdate:modelValue': (now: boolean) => (open.value = now),
            title: 'Why?',
            onKeydown: ({ key }: KeyboardEvent) => void heard.push(key),
          },
          { default: () => h(TextField, { label: 'Reason', modelValue: '' }) },
        ),
      ];
    },
  });

  test('has a name, and hears Escape from its first moment', async () => {
    show(Page);
    (document.querySelector('#from') as HTMLElement).click();
    await settled();
    const dialog = document.querySelector('[role=dialog]');
    expect(dialog?.getAttribute('aria-label')).toBe('Why?');
    expect(dialog?.querySelector('h2')?.textContent).toBe('Why?');
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    await settled();
    expect(document.querySelector('.v-overlay--active')).toBeNull();
  });

  test('hears its keys before the focus is in it, but not the one that opened it, nor those of a dialog above', async () => {
    show(Page);
    (document.querySelector('#from') as HTMLElement).click();
    await settled();
    heard.length = 0;
    const press = (key: string, at: Element): void => {
      at.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    };
    press('a', document.body);
    press('b', document.querySelector('[role=dialog] input')!);
    const opens = new KeyboardEvent('keydown', { key: 'g', bubbles: true, cancelable: true });
    opens.preventDefault();
    document.body.dispatchEvent(opens);
    const above = document.createElement('div');
    above.setAttribute('role', 'dialog');
    document.body.append(above);
    press('c', above);
    press('d', document.body);
    above.remove();
    press('e', document.body);
    expect(heard).toEqual(['a', 'b', 'e']);
  });
});

describe('commands', () => {
  const given: string[] = [];
  const say = (id: string) => () => void given.push(id);
  const pageOf = (table: () => Command[]) =>
    defineComponent({
      setup() {
        const { commands } = useCommands(table);
        return () => [
          h(CommandBar, { commands: commands.value, arrows: 'choose' }),
          h('input', { id: 'typed' }),
          h('button', { id: 'other' }, 'other'),
        ];
      },
    });
  const table = (): Command[] => [
    { id: 'forward', keys: [' '], words: 'next', always: true, run: say('forward') },
    { id: 'all', keys: ['Enter'], words: 'all', run: say('all') },
    {
      id: 'count',
      keys: ['1', '2'],
      drawn: '1 … 2',
      words: 'count',
      run: say('count'),
      runKey: (key) => void given.push(`count ${key}`),
    },
    { id: 'up', keys: ['ArrowUp'], words: 'up', run: say('up') },
    { id: 'mend', keys: ['F10'], words: 'mend', run: say('mend') },
    { id: 'held', keys: ['h'], words: 'held', unless: 'not yet', run: say('held') },
    { id: 'gone', keys: ['g'], words: 'gone', when: false, run: say('gone') },
  ];
  const focus = (id: string): void => (document.getElementById(id) as HTMLElement).focus();

  test('are given by their keys, and drawn with them; one that means nothing is not there', () => {
    given.length = 0;
    const page = show(pageOf(table));
    for (const key of ['ArrowUp', '2', 'g', 'q']) press(key);
    expect(given).toEqual(['up', 'count 2']);
    expect(page.findAll('kbd').map((key) => key.text())).toEqual([
      '↑',
      '↓',
      'Space',
      'Enter',
      '1 … 2',
      'F10',
      'H',
    ]);
    expect(commandsHere.value.map(({ id }) => id)).toEqual(['forward', 'all', 'count', 'up', 'mend', 'held']);
  });

  test('what is typed is text, but for function keys', () => {
    given.length = 0;
    show(pageOf(table));
    focus('typed');
    for (const key of ['1', ' ', 'Enter', 'F10']) press(key);
    expect(given).toEqual(['mend']);
  });

  test('a button under the focus answers itself, unless the key means one thing always', () => {
    given.length = 0;
    show(pageOf(table));
    focus('other');
    expect(press('Enter').defaultPrevented).toBe(false);
    expect(press(' ').defaultPrevented).toBe(true);
    expect(given).toEqual(['forward']);
  });

  test('a held one says why; modifiers are the browser’s', () => {
    given.length = 0;
    show(pageOf(table));
    press('h');
    expect(heldBecause.value).toBe('not yet');
    press('1', { ctrlKey: true });
    expect(given).toEqual([]);
  });

  test('go with what they belong to', () => {
    show(pageOf(table)).unmount();
    expect(commandsHere.value).toEqual([]);
  });

  test('what was done is told with its way back', async () => {
    let undone = 0;
    const bar = show(TellBar, { props: { told: { words: 'Corrected.', undo: async () => void undone++ } } });
    expect(bar.text()).toContain('Corrected.');
    press('u');
    expect(undone).toBe(1);
    await bar.setProps({ told: { words: 'It is as it was.' } });
    press('u');
    expect(undone).toBe(1);
    expect(bar.find('button').exists()).toBe(false);
  });
});

describe('a cursor', () => {
  test('stays in its list, however that shrinks', () => {
    const count = ref(3);
    const { at, move } = useCursor(() => count.value);
    move(-1);
    expect(at.value).toBe(0);
    for (let i = 0; i < 5; i++) move(1);
    expect(at.value).toBe(2);
    count.value = 1;
    expect(at.value).toBe(0);
    count.value = 3;
    expect(at.value).toBe(2);
  });

  test('a row says that it is the one, and takes the cursor where it is pointed at', async () => {
    const row = show(CursorRow, { props: { here: true }, slots: { default: 'Lark 14' } });
    expect(row.element.tagName).toBe('LI');
    expect(row.attributes('aria-current')).toBe('true');
    await row.trigger('click');
    expect(row.emitted('choose')).toHaveLength(1);
    await row.setProps({ here: false });
    expect(row.attributes('aria-current')).toBeUndefined();
  });
});

test('a picture that is pointed at tells where, in shares', async () => {
  const picture = show(TapPicture, { props: { src: '/a.jpg', about: 'A board' } });
  picture.element.getBoundingClientRect = () => ({ left: 10, top: 20, width: 200, height: 100 }) as DOMRect;
  await picture.trigger('click', { clientX: 60, clientY: 45 });
  expect(picture.emitted('tap')).toEqual([[0.25, 0.25]]);
});
