/**
 * A dialog that asks puts the cursor into its first field, as soon as that can take it, and never away from a field
 * that somebody has gone to meanwhile.
 */
export const vFocusFirst = {
  mounted(dialog: HTMLElement): void {
    const attempt = (): void => {
      if (!dialog.isConnected || dialog.contains(document.activeElement)) return;
      const field = dialog.querySelector<HTMLElement>('input:not([disabled]), textarea:not([disabled])');
      field?.focus();
      // While the dialog comes in it is hidden, and what is hidden takes no focus.
      if (field && document.activeElement !== field) requestAnimationFrame(attempt);
    };
    attempt();
  },
};
