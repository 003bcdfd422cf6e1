export { smallCopy } from './smallCopy';
export * from './context';
export * from './filmAssets';
export * from './frameImages';
export * from './videoFrame';
export * from './painter';
