export * from './plate';
export * from './geometry';
