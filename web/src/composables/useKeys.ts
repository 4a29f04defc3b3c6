import { onBeforeUnmount, onMounted } from 'vue';

/** Keys of a screen: the value of KeyboardEvent.key, letters in lower case. */
export type KeyMap = Readonly<Record<string, (event: KeyboardEvent) => void>>;

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || target.matches('input, textarea, select, [role="listbox"] *'));

/** A button or link under the focus answers to Enter and Space itself. */
const answersItself = (event: KeyboardEvent): boolean =>
  (event.key === 'Enter' || event.key === ' ') &&
  event.target instanceof HTMLElement &&
  event.target.matches('button, a, summary');

/**
 * One key, no modifier, per act. Keys are left alone while something is being typed, while a dialog is
 * open, and where the focused control answers to the key itself.
 */
export function useKeys(keys: () => KeyMap): void {
  const listen = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
    if (typing(event.target) || answersItself(event) || document.querySelector('[role="dialog"]')) return;
    const act = keys()[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (!act) return;
    event.preventDefault();
    act(event);
  };
  onMounted(() => window.addEventListener('keydown', listen));
  onBeforeUnmount(() => window.removeEventListener('keydown', listen));
}
