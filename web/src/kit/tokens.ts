/**
 * The colours of the look, once: the style sheets read them as custom properties (`--mat`, `--card-line`), Vuetify's
 * themes are made from them. Text pairs hold 4.5:1, marks that carry meaning 3:1; kit.test.ts counts both.
 */
export interface Palette {
  /** The bench mat: ground of the bench screens, what lies on it, hairlines. */
  readonly mat: string;
  readonly matRaised: string;
  readonly matLine: string;
  readonly onMat: string;
  readonly softOnMat: string;
  /** Cards: what is read. */
  readonly card: string;
  readonly cardRaised: string;
  readonly cardLine: string;
  readonly ink: string;
  readonly inkSoft: string;
  /** Marks that are there but not now: screws to come, places of other groups. */
  readonly ghost: string;
  /** The one accent, as mark on a card, as text on a card, and on the mat. */
  readonly copper: string;
  readonly copperInk: string;
  readonly copperMat: string;
  readonly caution: string;
  readonly onCaution: string;
  readonly stop: string;
  readonly onStop: string;
}

const signals = { caution: '#f4c63d', onCaution: '#1c2523', stop: '#c53f2e', onStop: '#ffffff' };

export const light: Palette = {
  mat: '#0f3b3c',
  matRaised: '#154848',
  matLine: '#2c6261',
  onMat: '#edf3ee',
  softOnMat: '#9fbbb4',
  card: '#f7f2e8',
  cardRaised: '#ffffff',
  cardLine: '#ebe3d3',
  ink: '#1c2523',
  inkSoft: '#5b665f',
  ghost: '#948869',
  copper: '#b9632f',
  copperInk: '#a04f1e',
  copperMat: '#eaa06b',
  ...signals,
};

export const dark: Palette = {
  mat: '#0a2021',
  matRaised: '#102e2f',
  matLine: '#234b4b',
  onMat: '#edf3ee',
  softOnMat: '#9fbbb4',
  card: '#14302f',
  cardRaised: '#1a3b3a',
  cardLine: '#274a48',
  ink: '#edf3ee',
  inkSoft: '#a9c0b9',
  ghost: '#6f908c',
  copper: '#e79a62',
  copperInk: '#efab79',
  copperMat: '#eaa06b',
  ...signals,
};

export const palettes = { light, dark } as const;
export type ThemeName = keyof typeof palettes;

/** `matRaised` is `--mat-raised` in a style sheet. */
const propertyOf = (token: string): string =>
  `--${token.replace(/[A-Z]/g, (capital) => `-${capital.toLowerCase()}`)}`;

/** Writes the palette where the style sheets read it. */
export function paint(root: HTMLElement, theme: ThemeName): void {
  root.dataset['theme'] = theme;
  for (const [token, value] of Object.entries(palettes[theme]))
    root.style.setProperty(propertyOf(token), value);
}
