export * from './contract';
export * from './sound';
export * from './pixels';
export * from './picture';
export * from './film';
