export { smallCopy } from './smallCopy';
export * from './context';
export * from './filmAssets';
export * from './painter';
