export * from './keep';
export * from './freeze';
export * from './load';
export * from './pull';
