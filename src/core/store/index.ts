export * from './keep';
export * from './freeze';
