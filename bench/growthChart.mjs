// How planning time grows with acts, as a picture: both axes logarithmic.

const width = 720;
const height = 420;
const frame = { left: 70, right: 24, top: 30, bottom: 54 };

const scale = (low, high, from, to) => (value) =>
  from + ((Math.log(value) - Math.log(low)) / (Math.log(high) - Math.log(low))) * (to - from);

/**
 * @param {{ size: number, median: number, p95: number }[]} points the planner on generated devices
 * @param {{ name: string, time: number, finished: boolean }[]} beside the general solver, by instance
 */
export function growthChart(points, beside) {
  const x = scale(8, 200, frame.left, width - frame.right);
  const y = scale(0.1, 30_000, height - frame.bottom, frame.top);
  const path = (of) =>
    points
      .map(
        (point, i) =>
          `${i === 0 ? 'M' : 'L'}${x(point.size).toFixed(1)} ${y(Math.max(0.1, of(point))).toFixed(1)}`,
      )
      .join('');
  const ticks = [10, 20, 40, 80, 160].map(
    (acts) => `<text x="${x(acts)}" y="${height - 30}" text-anchor="middle">${acts}</text>`,
  );
  const rungs = [0.1, 1, 10, 100, 1_000, 10_000].map(
    (time) =>
      `<path d="M${frame.left} ${y(time)}H${width - frame.right}" stroke="#d8cfbb"/><text x="${frame.left - 8}" y="${y(time) + 4}" text-anchor="end">${time < 1000 ? `${time} ms` : `${time / 1000} s`}</text>`,
  );
  const others = beside.map(({ name, time, finished }) => {
    const acts = Number(name.split(' ')[0]);
    const at = `${x(acts).toFixed(1)} ${y(Math.min(20_000, time)).toFixed(1)}`;
    return finished
      ? `<circle cx="${at.split(' ')[0]}" cy="${at.split(' ')[1]}" r="4" fill="none" stroke="#5b665f"/>`
      : `<path d="M${at}m-5 5l5 -8 5 8z" fill="#5b665f"/>`;
  });
  const dots = points.map(
    (point) =>
      `<circle cx="${x(point.size).toFixed(1)}" cy="${y(Math.max(0.1, point.median)).toFixed(1)}" r="5" fill="#b9632f"/>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" font-family="sans-serif" font-size="13" fill="#1c2523">
<rect width="${width}" height="${height}" fill="#f7f2e8"/>
${rungs.join('\n')}
${ticks.join('\n')}
<path d="${path((point) => point.p95)}" fill="none" stroke="#b9632f" stroke-width="1.5" stroke-dasharray="4 4"/>
<path d="${path((point) => point.median)}" fill="none" stroke="#b9632f" stroke-width="2.5"/>
${dots.join('\n')}
${others.join('\n')}
<text x="${width / 2}" y="${height - 8}" text-anchor="middle">acts of the device</text>
<text x="${width - frame.right}" y="20" text-anchor="end">copper: Bemtor, median and 95 % (dashed) · rings: HiGHS on one instance · triangle: over 20 s</text>
</svg>
`;
}
