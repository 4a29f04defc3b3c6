import { useEventListener } from '@vueuse/core';
import { computed, onScopeDispose, shallowReactive, shallowRef, type ComputedRef } from 'vue';
import { keyOf, meantBy, standing, type Command } from './commands.ts';

/** The tables of what is on screen now, the screen's own first. */
const tables = shallowReactive<ComputedRef<readonly Command[]>[]>([]);

/** Everything that can be done here and now, for the sheet of keys and the palette. */
export const commandsHere = computed(() => tables.flatMap((table) => standing(table.value)));

/** Why what was just tried cannot be done; shown for some seconds by the application. */
export const heldBecause = shallowRef('');

/** Does it, or says why not. */
export function give(command: Command, key = ''): void {
  if (command.unless) heldBecause.value = command.unless;
  else if (command.runKey && key !== '') void command.runKey(key);
  else void command.run();
}

/** A function key is no text: it means the same while something is typed. */
const isText = ({ key }: KeyboardEvent): boolean => !/^F\d+$/.test(key);

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || target.matches('input, textarea, select, [role="listbox"] *'));

/** A button or link under the focus answers to Enter and Space itself. */
const answersItself = (event: KeyboardEvent): boolean =>
  (event.key === 'Enter' || event.key === ' ') &&
  event.target instanceof HTMLElement &&
  event.target.matches('button, a, summary, [role="combobox"]');

/**
 * The commands of a screen or of a part of it: one key, no modifier, each. Keys are left alone while something is
 * being typed, while a dialog is open, and where the focused control answers to the key itself.
 */
export function useCommands(table: () => readonly Command[]) {
  const commands = computed(table);
  tables.push(commands);
  onScopeDispose(() => void tables.splice(tables.indexOf(commands), 1));

  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
    if ((isText(event) && typing(event.target)) || document.querySelector('[role="dialog"]')) return;
    const meant = meantBy(commands.value, event);
    if (!meant || (answersItself(event) && !meant.always)) return;
    event.preventDefault();
    give(meant, keyOf(event));
  });

  /** The command of a name; asking for one that the table lacks is a fault of the screen. */
  function command(id: string): Command {
    const one = commands.value.find((each) => each.id === id);
    if (!one) throw new Error(`No command ${id} in this table`);
    return one;
  }
  return { commands, command };
}
