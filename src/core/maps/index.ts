export * from './drawing';
export * from './geometry';
