export * from './context';
export * from './imageAssets';
export * from './painter';
