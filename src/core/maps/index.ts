export * from './drawing';
export * from './geometry';
export * from './load';
