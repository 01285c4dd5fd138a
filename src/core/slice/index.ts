export * from './measured';
export * from './profile';
export * from './slices';
export * from './solid';
export * from './ways';
export * from './asked';
export * from './notes';
