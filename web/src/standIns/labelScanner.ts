/** Between two characters of a hand scanner, ms. */
const betweenMs = 4;

/**
 * Types a scanned code as a hand scanner does: fast keys into whatever has the focus, then Enter. A real
 * scanner does the same through the keyboard, so whatever takes this takes that.
 */
export async function typeScan(text: string, into: Element | null = document.activeElement): Promise<void> {
  const target = into ?? document.body;
  const press = (key: string): boolean => {
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
    return target.dispatchEvent(event);
  };
  for (const letter of text) {
    if (press(letter) && (target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement)) {
      target.setRangeText(letter, target.selectionStart ?? 0, target.selectionEnd ?? 0, 'end');
      target.dispatchEvent(new InputEvent('input', { data: letter, inputType: 'insertText', bubbles: true }));
    }
    await new Promise((resolve) => setTimeout(resolve, betweenMs));
  }
  press('Enter');
}
