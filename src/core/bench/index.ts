export * from './account';
export * from './work';
export * from './spread';
export * from './season';
export * from './paint';
