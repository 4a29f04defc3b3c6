import { differenceInMinutes, format } from 'date-fns';

/** `06:18`, or `1:06:18` from an hour on. */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds));
  const two = (value: number) => String(value).padStart(2, '0');
  const minutes = Math.floor(whole / 60) % 60;
  const hours = Math.floor(whole / 3600);
  return hours > 0 ? `${hours}:${two(minutes)}:${two(whole % 60)}` : `${two(minutes)}:${two(whole % 60)}`;
}

export const timeOfDay = (iso: string): string => format(new Date(iso), 'HH:mm');

/** `27 Nov, 19:05`. */
export const dayAndTime = (iso: string): string => format(new Date(iso), 'd MMM, HH:mm');

/** `81 kB`, `4.2 MB`, `1.3 GB`: how large a file is. */
export function fileSize(bytes: number): string {
  const [unit = 'kB', size = 1e3] = sizes.find(([, one]) => bytes >= one) ?? [];
  const value = bytes / size;
  return `${value < 10 && unit !== 'kB' ? value.toFixed(1) : Math.round(value)} ${unit}`;
}
const sizes: readonly (readonly [unit: string, bytes: number])[] = [
  ['GB', 1e9],
  ['MB', 1e6],
];

/** `9 min`, `1 h 05`: how long, for a person. */
export function duration(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  if (seconds < 60) return `${Math.round(seconds)} s`;
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
}

/** `keyboard backlit · card none`: what this unit has, as the sequence's options name it. */
export const configurationWords = (configuration: Readonly<Record<string, string>>): string =>
  Object.entries(configuration)
    .map(([key, value]) => `${key} ${value}`)
    .join(' · ');

/** `25 min`, `2 h`, `3 days`: since when something waits. */
export function ago(iso: string, now: Date): string {
  const then = new Date(iso);
  const minutes = Math.max(0, differenceInMinutes(now, then));
  if (minutes < 60) return `${minutes} min`;
  if (minutes < 24 * 60) return `${Math.round(minutes / 60)} h`;
  const days = Math.round(minutes / (24 * 60));
  return days === 1 ? '1 day' : `${days} days`;
}
