export * from './account';
export * from './work';
export * from './judge';
export * from './spread';
export * from './season';
export * from './paint';
