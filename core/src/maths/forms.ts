import { failure, success, type Result } from '../result.ts';

/** M.2 code WWLL: width and length in mm (PCI-SIG M.2 specification, from memory). */
export interface ModuleForm {
  readonly code: string;
  readonly widthMm: number;
  readonly lengthMm: number;
}

const moduleWidths = [12, 16, 22, 30];
const moduleLengths = [16, 26, 30, 38, 42, 60, 80, 110];

/** Reads `2280`, `22110`, `M.2 2242`. Fault where the code is none of the specification. */
export function readModuleForm(text: string): Result<ModuleForm> {
  const code = /(\d{4,5})\s*$/.exec(text.trim())?.[1];
  const [widthMm, lengthMm] = code ? [Number(code.slice(0, 2)), Number(code.slice(2))] : [0, 0];
  if (!code || !moduleWidths.includes(widthMm) || !moduleLengths.includes(lengthMm))
    return failure(`“${text.trim()}” is no module code`, 'module', 'width and length in mm, such as 2280');
  return success({ code, widthMm, lengthMm });
}

/** A module fits a slot of its width that has a post at its length; a shorter one needs an extender. Common practice, no source. */
export function moduleFits(
  module: ModuleForm,
  slotWidthMm: number,
  postsMm: readonly number[],
): { readonly fits: boolean; readonly words: string } {
  if (module.widthMm !== slotWidthMm)
    return { fits: false, words: `${module.widthMm} mm wide, the slot takes ${slotWidthMm}` };
  if (postsMm.includes(module.lengthMm))
    return { fits: true, words: `a post stands at ${module.lengthMm} mm` };
  const longer = postsMm.filter((post) => post > module.lengthMm);
  return longer.length > 0
    ? {
        fits: false,
        words: `no post at ${module.lengthMm} mm; an extender to ${Math.min(...longer)} mm would hold it`,
      }
    : { fits: false, words: `too long: the farthest post is at ${Math.max(0, ...postsMm)} mm` };
}

/** Contacts of memory modules for notebooks (JEDEC outlines, from memory). */
export const memoryByContacts: readonly {
  readonly contacts: number;
  readonly kind: string;
  readonly voltageV: number;
}[] = [
  { contacts: 200, kind: 'DDR2', voltageV: 1.8 },
  { contacts: 204, kind: 'DDR3', voltageV: 1.5 },
  { contacts: 260, kind: 'DDR4', voltageV: 1.2 },
  { contacts: 262, kind: 'DDR5', voltageV: 1.1 },
];
export const memoryKind = (contacts: number): string | null =>
  memoryByContacts.find((row) => row.contacts === contacts)?.kind ?? null;

/** A keyboard as it is matched: what must be the same, and what may be less. */
export interface KeyboardFacts {
  readonly layout: string;
  readonly backlight: boolean;
  readonly frame: string;
  readonly stick: boolean;
}

export interface KeyboardMatch {
  readonly verdict: 'fits' | 'care' | 'no';
  readonly lines: readonly { readonly what: string; readonly ok: boolean; readonly words: string }[];
}

/** Region, backlight, pointing stick and frame must match. Common practice, no source. */
export function keyboardMatch(old: KeyboardFacts, offered: KeyboardFacts): KeyboardMatch {
  const alike = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
  const frame = alike(old.frame, offered.frame);
  const stick = old.stick === offered.stick;
  const lit = old.backlight === offered.backlight;
  const layout = alike(old.layout, offered.layout);
  const lines = [
    {
      what: 'frame',
      ok: frame,
      words: frame ? 'the same fixing' : 'another frame does not sit in the palm rest',
    },
    { what: 'pointing stick', ok: stick, words: stick ? 'as it was' : 'the cut-out and one ribbon differ' },
    {
      what: 'backlight',
      ok: lit,
      words: lit
        ? 'as it was'
        : offered.backlight
          ? 'its ribbon finds no socket unless the board has one'
          : 'it works unlit; the socket stays empty, its lock closed',
    },
    {
      what: 'layout',
      ok: layout,
      words: layout ? 'the same legends' : 'other legends and maybe another row of keys; the owner decides',
    },
  ];
  return { verdict: !frame || !stick ? 'no' : lit && layout ? 'fits' : 'care', lines };
}
