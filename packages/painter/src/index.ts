export * from './context';
export * from './painter';
