export * from './result.ts';
