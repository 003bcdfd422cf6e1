export * from './filmAssets';
export * from './frameImages';
export * from './images';
export * from './painter';
export * from './videoFrame';
export * from './png';
