import { partNameOf } from '@bemtor/core';

/** What an item that waits is, in a few words: the line as it was typed, or the act and what it is about. */
export function itemWords(body: unknown): string {
  if (typeof body !== 'object' || body === null) return 'an entry';
  const { kind, text, step, joint, part, total, what } = body as Record<string, unknown>;
  if (typeof text === 'string' && text !== '') return text;
  const about = [step, joint, part].find((one) => typeof one === 'string');
  const words = [kind, what, total, typeof about === 'string' ? partNameOf(about.replace(/^.*:/, '')) : null];
  return words.filter((word) => word != null && typeof word !== 'object').join(' ') || 'an entry';
}
