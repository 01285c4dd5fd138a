export * from './line';
export * from './gate';
export * from './whole';
