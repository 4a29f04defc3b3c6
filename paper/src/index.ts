export { guidePaper, type GuidePaper } from './guidePaper.ts';
export { labelPaper } from './labelPaper.ts';
export { matPaper } from './matPaper.ts';
export { printPaper } from './printPaper.ts';
