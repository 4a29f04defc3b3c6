/** Sheets that printers hold, upright, mm (ISO 216; Letter from memory). */
export const paperSizes = {
  A4: { widthMm: 210, heightMm: 297 },
  A3: { widthMm: 297, heightMm: 420 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
} as const;
export type PaperSize = keyof typeof paperSizes;

/** Height of the running text in points: at arm's length, and to be read from where the hands are. */
export const typeSizes = { normal: 10.5, large: 15 } as const;
export type TypeSize = keyof typeof typeSizes;
