import { copyKinds, type KeptCopy } from '@bemtor/core';

/*
 * Which copies are made when, and which are kept: pure, so that years of nights can be tried in a moment. Times are UTC
 * in names; the hour of the night is that of the machine.
 */

const dayMs = 24 * 60 * 60_000;
const daily = 7;
/** Four weeks behind the one that is going on, of which the days above hold the latest. */
const weekly = 1 + 4;

/** What made a copy: only those of the night are cleared away. */
export type CopyKind = KeptCopy['kind'];
export interface CopyName {
  readonly name: string;
  readonly kind: CopyKind;
  readonly at: Date;
}

const pattern = new RegExp(
  `^bemtor-(${copyKinds.join('|')})-(\\d{4}-\\d\\d-\\d\\d)T(\\d\\d)(\\d\\d)(\\d\\d)(\\d{3})Z\\.tar\\.gz$`,
);

/** The name of a copy says what made it and when. */
export const copyName = (kind: CopyKind, at: Date): string =>
  `bemtor-${kind}-${at.toISOString().replaceAll(/[:.]/g, '')}.tar.gz`;

/** Those among some names of files that are copies, the latest first. */
export const copiesAmong = (names: readonly string[]): CopyName[] =>
  names
    .flatMap((name): CopyName[] => {
      const [, kind, day, hour, minute, second, thousandth] = pattern.exec(name) ?? [];
      const at = new Date(`${day}T${hour}:${minute}:${second}.${thousandth}Z`);
      return kind && !Number.isNaN(at.getTime()) ? [{ name, kind: kind as CopyKind, at }] : [];
    })
    .sort((a, b) => b.at.getTime() - a.at.getTime());

/** The nightly copies that may go: all but the latest of each of the last seven days and four weeks that have one. */
export function outlived(copies: readonly CopyName[]): CopyName[] {
  const nights = copies.filter(({ kind }) => kind === 'nightly');
  const kept = new Set([...latestOf(nights, dayMs, daily), ...latestOf(nights, 7 * dayMs, weekly)]);
  return nights.filter((copy) => !kept.has(copy));
}

/** The latest copy of each of the last so many spans in which one was made. */
function latestOf(copies: readonly CopyName[], spanMs: number, most: number): CopyName[] {
  const latest = new Map<number, CopyName>();
  for (const copy of copies) {
    const span = Math.floor(copy.at.getTime() / spanMs);
    if (!latest.has(span)) latest.set(span, copy);
  }
  return [...latest.values()].slice(0, most);
}

/**
 * When the next copy of the night is due: at the hour that the shop set. One that was missed because the machine was off
 * is due at once.
 */
export function nextNight(last: Date | null, hour: number, now: Date): Date {
  const due = new Date(now);
  due.setHours(hour, 0, 0, 0);
  // By the calendar, not by 24 hours: twice a year a day has another length.
  if (due > now) due.setDate(due.getDate() - 1);
  if (last === null || last < due) return now;
  due.setDate(due.getDate() + 1);
  return due;
}
