export * from './drying';
export * from './cooling';
