export * from './places';
export * from './settings';
