import type { Entry } from '../line/entry.ts';
import type { Term } from '../line/terms.ts';
import { isScrews } from './screwStatements.ts';
import * as tone from './tone.ts';

/** Is an entry that the bench language read plainly work, when it was spoken? */
export function isWork(
  entry: Entry,
  text: string,
  terms: readonly Term[],
  removal: boolean,
  mentioned: boolean,
): boolean {
  const has = (kind: Term['kind']): boolean => terms.some((term) => term.kind === kind);
  switch (entry.kind) {
    case 'undo': {
      if (isScrews(entry)) {
        const noun = terms.some(
          (term) => term.kind === 'joint' && (term.type === 'screws' || term.type === 'standoffs'),
        );
        if (tone.isTool(text) && !noun) return false;
        if (entry.joint.count == null && !removal) return false;
        if (entry.joint.count === 1 && /\b(each|every)\b/.test(text)) return false;
        return (
          noun ||
          has('more') ||
          ((has('drive') || has('thread')) && (entry.joint.count != null || removal)) ||
          (removal && tone.isThese(text) && mentioned)
        );
      }
      if (entry.part === null) return false;
      if (entry.joint.type === 'connector')
        return (
          removal ||
          entry.joint.count != null ||
          (entry.joint.mechanism != null && entry.joint.mechanism !== 'plug')
        );
      if (entry.joint.type === 'slide') return /\bslid/.test(text);
      return has('verb');
    }
    case 'lift':
      if (entry.fromContext?.includes('part') && !tone.isPronounLift(text)) return false;
      return removal || /\b(comes?|came|lifts?|off|out|up)\b/.test(text);
    case 'note':
    case 'check':
    case 'caution':
      return false;
    case 'missing':
      return has('count') || /\b(a|one) (screw|foot)\b/.test(text);
    case 'stripped':
      return terms.some((term) => term.kind === 'joint');
    case 'covers':
      return has('covers');
    case 'measure':
      return Object.keys(entry.values).some((key) => key !== 'mm' && key !== 'g');
    default:
      return true;
  }
}
