export * from './drying';
export * from './cooling';
export * from './lethality';
export * from './season';
