export * from './account';
export * from './work';
export * from './names';
export * from './judge';
export * from './spread';
export * from './season';
export * from './paint';
export * from './clock';
