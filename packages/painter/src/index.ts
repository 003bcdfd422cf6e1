export * from './painter';
