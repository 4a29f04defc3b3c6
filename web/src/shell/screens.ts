import type { Command } from '../kit/commands.ts';

/** The screens in the order of the work; those of a unit need one to be chosen. */
const ofUnit = ['intake', 'recorder', 'review', 'route', 'run', 'mat'] as const;

export interface ScreenLink {
  readonly name: string;
  readonly label: string;
  /** Null while no unit is chosen. */
  readonly to: string | null;
}

const labelOf = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1);

export const screensOf = (unitId: string | null): ScreenLink[] => [
  { name: 'bench', label: 'Bench', to: '/' },
  ...ofUnit.map((name) => ({ name, label: labelOf(name), to: unitId ? `/unit/${unitId}/${name}` : null })),
  ...['models', 'parts', 'maths', 'logbook', 'shop'].map((name) => ({
    name,
    label: labelOf(name),
    to: `/${name}`,
  })),
];

/** A model's page, and bringing one in, belong to the models; what waits belongs to the bench; people to the shop. */
const homes: Readonly<Record<string, string>> = {
  ...{ model: 'models', import: 'models', waiting: 'bench', people: 'shop', audit: 'shop' },
};

/** The screen that a page belongs to. */
export const screenOf = (page: string): string => homes[page] ?? page;

/** `Run · SK-0407, Tervane Lark 14 · Bemtor`: what stands on the tab of the browser. */
export function pageTitle(page: string, unit: { label: string; model: string } | null): string {
  const own =
    {
      model: 'Model',
      import: 'Bring a guide in',
      waiting: 'What waits',
      people: 'People and devices',
      audit: 'Who did what',
    }[page] ?? labelOf(page);
  return [own, unit && `${unit.label}, ${unit.model}`, 'Bemtor'].filter(Boolean).join(' · ');
}

/** Going to a screen, for the palette. */
export const goCommands = (screens: readonly ScreenLink[], go: (to: string) => void): Command[] =>
  screens.flatMap(({ name, label, to }) =>
    to === null ? [] : [{ id: `go-${name}`, keys: [], words: `go to ${label}`, run: () => go(to) }],
  );
