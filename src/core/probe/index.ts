export * from './reading';
export * from './table';
export * from './forecast';
export * from './text';
