/* Loaded when a guide is taken along: what draws codes and packs archives is large. */
export { guideFileName, guideHtml, writeGuide } from '@bemtor/core';
