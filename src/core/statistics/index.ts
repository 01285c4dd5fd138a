export * from './mixture';
export * from './normal';
export * from './order';
export * from './pooling';
export * from './random';
export * from './student';
