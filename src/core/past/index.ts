export * from './book';
export * from './columns';
export * from './read';
