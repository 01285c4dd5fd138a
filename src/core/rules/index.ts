export * from './kinds';
export * from './schema';
export * from './cards';
