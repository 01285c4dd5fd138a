export * from './drying';
export * from './cooling';
export * from './season';
