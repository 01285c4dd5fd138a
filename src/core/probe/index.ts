export * from './reading';
export * from './stamp';
export * from './table';
export * from './forecast';
export * from './text';
