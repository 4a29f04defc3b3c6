import { usualOutline, type MatGroup, type Outline } from '@bemtor/core';

/** What the bench camera would see: the device from the side that faces up, with what is off laid beside it. */
export interface BenchScene {
  readonly outline: Outline | null | undefined;
  readonly face: 'top' | 'bottom';
  readonly groups: readonly MatGroup[];
  /** How many parts are off. */
  readonly off: number;
}

const marginMm = 24;

/** The scene as a drawing: shapes only, so that it looks the same on every machine. */
export function drawScene({ outline, face, groups, off }: BenchScene): string {
  const { width, depth } = outline ?? usualOutline;
  const wide = width + 2 * marginMm + 90;
  const high = depth + 2 * marginMm;
  const holes = groups
    .flatMap(({ points }) => points)
    .filter((point) => point.face === face)
    .map(
      ({ x, y }) =>
        `<circle cx="${marginMm + x}" cy="${marginMm + y}" r="3.2" fill="#111" stroke="#8f9795" stroke-width="1.2"/>`,
    );
  const laid = Array.from(
    { length: Math.min(off, 9) },
    (_, i) =>
      `<rect x="${width + 2 * marginMm}" y="${marginMm + i * (depth / 9)}" width="72" height="${depth / 9 - 6}" rx="4" fill="#9aa09c" stroke="#5f6664"/>`,
  );
  const inside =
    off > 0
      ? `<rect x="${marginMm + 14}" y="${marginMm + 12}" width="${width - 28}" height="${depth * 0.52}" rx="3" fill="#1e5b3a"/>
         <rect x="${marginMm + 20}" y="${marginMm + depth * 0.66}" width="${width - 40}" height="${depth * 0.27}" rx="4" fill="#2b2d2f"/>`
      : '';
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${wide} ${high}" width="${wide * 4}" height="${high * 4}">
    <rect width="100%" height="100%" fill="#2a5654"/>
    <rect x="${marginMm}" y="${marginMm}" width="${width}" height="${depth}" rx="9" fill="#6d7472" stroke="#3c4241" stroke-width="2"/>
    ${inside}${holes.join('')}${laid.join('')}
  </svg>`;
}

/** Stands in for a camera over the bench: a picture of the demo device in its present state. */
export async function takeBenchPicture(scene: BenchScene): Promise<File> {
  const image = new Image();
  const address = URL.createObjectURL(new Blob([drawScene(scene)], { type: 'image/svg+xml' }));
  try {
    image.src = address;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = image.naturalWidth;
    canvas.height = image.naturalHeight;
    canvas.getContext('2d')?.drawImage(image, 0, 0);
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    if (!blob) throw new Error('The bench camera gave no picture; this browser cannot draw one.');
    return new File([blob], 'bench-camera.png', { type: 'image/png' });
  } finally {
    URL.revokeObjectURL(address);
  }
}
