import type { Place } from '@bemtor/core';

/** Where on a drawing, in its own mm, the pointer is; null while it is not on the page. */
export function placeInDrawing(drawing: SVGSVGElement | null, event: MouseEvent): Place | null {
  const matrix = drawing?.getScreenCTM()?.inverse();
  if (!matrix) return null;
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
  return { x, y };
}
