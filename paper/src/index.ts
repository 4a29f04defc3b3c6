export { guidePaper, type GuidePaper } from './guidePaper.ts';
export { printPaper } from './printPaper.ts';
