import fc from 'fast-check';
import type { Entry } from '../reader/entries/entry.ts';

/** An entry in a short form for tests: `unscrew screws 7 PH0 M2 5 base-cover`. */
export function shortEntry(entry: Entry): string {
  switch (entry.kind) {
    case 'undo': {
      const { joint, part, verb } = entry;
      const screw = joint.screw ?? {};
      return [
        verb,
        joint.type,
        joint.count,
        screw.size ?? screw.drive,
        screw.thread,
        screw.lengthMm,
        screw.head,
        screw.captive && 'captive',
        screw.sprung && 'sprung',
        screw.shouldered && 'shouldered',
        joint.mechanism,
        part,
        joint.hiddenBy && `under ${joint.hiddenBy}`,
        joint.tighten,
        joint.where && `at ${joint.where}`,
        joint.leads?.join('+'),
      ]
        .filter(Boolean)
        .join(' ');
    }
    case 'lift':
      return `lift ${entry.part}`;
    case 'turn':
      return `turn ${entry.face}`;
    case 'hold':
      return `hold ${entry.what} ${entry.seconds}`;
    case 'blocked':
      return `blocked ${entry.part} by ${entry.by}`;
    case 'requires':
    case 'covers':
      return `${entry.kind} ${entry.part}: ${entry.parts.join(' ')}`;
    case 'number':
      return `number ${entry.part} ${entry.number} ${entry.role}`;
    case 'measure':
      return `measure ${entry.part} ${Object.entries(entry.values).flat().join(' ')}`;
    case 'missing':
      return `missing ${entry.count} ${entry.part}${entry.screw ? ` ${entry.screw.size ?? ''}` : ''}`;
    case 'stripped':
      return `stripped ${entry.count} ${entry.part}`;
    default:
      return `${entry.kind} ${entry.text}`;
  }
}

/** Words and marks of the bench, and some that are none, to make lines of. */
export const wordOfTheBench = fc.constantFrom(
  ...'7|ph0|T5|M2|M2x5|x|under|it|base cover|fan|battery|hinge|,|:|then|and|off|out|missing|11.4V|zorp|R|left|same'.split(
    '|',
  ),
  ..."won't come|needs|covers|screws|clips|unplug|flip-lock|coax|main|hold|15 s|five|no|each|other side|captive".split(
    '|',
  ),
  ...'TB-4471|5 mm|bracket|vga|before|after|turn over|peel|tape|numbered|one more|the|from|board|in the way'.split(
    '|',
  ),
);
