export * from './reading';
export * from './table';
export * from './forecast';
