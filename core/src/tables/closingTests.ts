/**
 * What is tested after closing, by what was touched on the way. `said` finds a check of the sequence that
 * asks for the same already. Common practice, no source.
 */
export const closingTests: readonly {
  readonly touched: readonly string[];
  readonly text: string;
  readonly said: RegExp;
}[] = [
  {
    touched: ['battery', 'coin-cell', 'supply'],
    text: 'Date and time, set-up as it was',
    said: /\bdate\b|clock/i,
  },
  { touched: ['battery'], text: 'Charges, battery recognised', said: /charg|battery recogni/i },
  { touched: ['keyboard'], text: 'Every key', said: /every key|all keys/i },
  { touched: ['touchpad'], text: 'Touchpad and its buttons', said: /touchpad/i },
  { touched: ['display'], text: 'Picture, camera, lid sensor', said: /picture|lid sensor/i },
  { touched: ['camera'], text: 'Camera', said: /camera/i },
  { touched: ['antenna', 'card'], text: 'Wireless', said: /wireless/i },
  {
    touched: ['memory', 'storage', 'module'],
    text: 'Memory and storage sizes right',
    said: /memory|storage/i,
  },
  { touched: ['fan', 'heatsink'], text: 'Fan turns, temperature at load', said: /fan|temperature/i },
  { touched: ['speaker'], text: 'Sound, both sides', said: /sound/i },
];

/** The test before the cover goes on, where the sequence names none. Common practice, no source. */
export const closingTestBefore =
  'Power light and picture, then off again (hold the button); look for anything loose';
