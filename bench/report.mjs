// What every benchmark prints: the machine, the method, and a table.
import { arch, cpus, platform, release } from 'node:os';

export function machine() {
  const cores = cpus();
  return `Node ${process.versions.node}, ${platform()} ${release()} ${arch()}, ${cores.length} × ${cores[0]?.model.trim() ?? 'unknown processor'}`;
}

export function quantile(sorted, q) {
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
}

export function summary(samples) {
  const sorted = [...samples].sort((a, b) => a - b);
  return { median: quantile(sorted, 0.5), p95: quantile(sorted, 0.95), max: sorted.at(-1) };
}

export function table(head, rows) {
  const widths = head.map((title, i) => Math.max(title.length, ...rows.map((row) => String(row[i]).length)));
  const line = (cells) =>
    cells
      .map((cell, i) => (i === 0 ? String(cell).padEnd(widths[i]) : String(cell).padStart(widths[i])))
      .join('  ');
  console.log(
    [line(head), widths.map((width) => '-'.repeat(width)).join('  '), ...rows.map(line)].join('\n'),
  );
}

export const ms = (value) => value.toFixed(value < 1 ? 3 : 1);
