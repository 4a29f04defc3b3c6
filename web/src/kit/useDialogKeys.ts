import { useEventListener } from '@vueuse/core';
import type { Ref } from 'vue';

const inDialog = '[role="dialog"]';

/** A dialog of Vuetify, by what it has of its content. */
type Shown = { readonly contentEl?: HTMLElement | undefined } | null;

/**
 * The keys of a dialog, from its first moment: what is typed before the focus has come into it is meant for it all the
 * same, while no other lies over it.
 */
export function useDialogKeys(
  open: Readonly<Ref<boolean>>,
  dialog: Readonly<Ref<Shown>>,
  heard: (event: KeyboardEvent) => void,
): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    const content = dialog.value?.contentEl;
    // One that goes is still there for a moment.
    if (!open.value || !content?.isConnected || !(event.target instanceof Node)) return;
    const isInside = content.contains(event.target);
    const isOutside = !(event.target instanceof Element && event.target.closest(`${inDialog}, .v-menu`));
    const uppermost = [...document.querySelectorAll(inDialog)].at(-1);
    // The key that opened it has been taken by whoever did.
    const isMeant = isOutside && !event.defaultPrevented && uppermost?.contains(content);
    if (isInside || isMeant) heard(event);
  });
}
