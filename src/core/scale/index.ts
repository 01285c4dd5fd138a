export * from './line';
export * from './gate';
