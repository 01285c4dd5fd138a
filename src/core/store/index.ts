export * from './keep';
export * from './freeze';
export * from './load';
export * from './pull';
export * from './rooms';
export * from './week';
