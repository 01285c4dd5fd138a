export * from './kinds';
export * from './schema';
export * from './cards';
export * from './bring-keys';
export * from './bring';
