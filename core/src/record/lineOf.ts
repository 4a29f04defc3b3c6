import { keepable } from '../api/text.ts';
import { asKept, mostEntries, textLimit, type Entry } from '../reader/entries/entry.ts';

/**
 * A line as the log takes it: whatever was typed, pasted or put together from two lines, the server keeps it. Empty
 * words are told by a mark, since a record without words could not be read again.
 */
export const lineOf = (text: string, entries: readonly Entry[]): { text: string; entries: Entry[] } => ({
  text: keepable(text).trim().slice(0, textLimit) || '…',
  entries: entries.slice(0, mostEntries).map(asKept),
});
